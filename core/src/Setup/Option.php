<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Limits\DateLimits;
use Ithrel\Core\Setup\Limits\FileLimits;
use Ithrel\Core\Setup\Limits\Limits;
use Ithrel\Core\Setup\Limits\NumberLimits;
use Ithrel\Core\Setup\Limits\Picks;
use Ithrel\Core\Setup\Limits\TextLimits;

/**
 * One option as the shopper meets it, in display order.
 */
final readonly class Option
{
    /** @var array<array-key, int> code of a value => its position; of two equal codes the first */
    private array $positions;

    /** The limits of a text, null for every other kind; and so on for those whose limits are asked for elsewhere. */
    public ?TextLimits $text;

    public ?NumberLimits $number;

    public ?DateLimits $date;

    public ?FileLimits $file;

    /**
     * @param int $index position in display order
     * @param string $at JSON Pointer of the option
     * @param list<string> $controls how it is shown; two where it is shown in both ways
     * @param list<Value> $values what can be chosen (choices only; a flag has its yes)
     * @param list<string> $styled codes of the options that say how a text looks
     * @param Limits|null $limits of an input; null for choices and notes
     * @param list<Stage> $stages where the answer must be visible
     * @param string|null $default the default of an input as text; a flag's default stands on its yes
     */
    public function __construct(
        public int $index,
        public string $at,
        public string $code,
        public string $label,
        public Kind $kind,
        public bool $required,
        public ?Condition $shownWhen,
        public string $help,
        public array $controls,
        public ?string $default,
        public array $stages,
        public array $values = [],
        public ?Picks $picks = null,
        public ?Limits $limits = null,
        public ?Charge $charge = null,
        public array $styled = [],
    ) {
        $positions = [];
        foreach ($values as $position => $value) {
            $positions[$value->code] ??= $position;
        }
        $this->positions = $positions;
        $this->text = $limits instanceof TextLimits ? $limits : null;
        $this->number = $limits instanceof NumberLimits ? $limits : null;
        $this->date = $limits instanceof DateLimits ? $limits : null;
        $this->file = $limits instanceof FileLimits ? $limits : null;
    }

    /** The label as it stands within a sentence: without the mark of a required answer and without a full stop. */
    public function name(): string
    {
        $name = rtrim($this->label, "* \t.:");

        return '' === $name ? $this->code : $name;
    }

    public function value(string $code): ?Value
    {
        return isset($this->positions[$code]) ? $this->values[$this->positions[$code]] : null;
    }

    /** The same option, taking any input; what it measures stays. */
    public function withoutLimits(): self
    {
        return $this->with($this->values, $this->limits?->open(), null);
    }

    public function withoutStocks(): self
    {
        return $this->with(
            array_map(static fn(Value $v): Value => $v->withoutStock(), $this->values),
            $this->limits,
            $this->default,
        );
    }

    /**
     * @param list<Value> $values
     */
    private function with(array $values, ?Limits $limits, ?string $default): self
    {
        return new self(
            index: $this->index,
            at: $this->at,
            code: $this->code,
            label: $this->label,
            kind: $this->kind,
            required: $this->required,
            shownWhen: $this->shownWhen,
            help: $this->help,
            controls: $this->controls,
            default: $default,
            stages: $this->stages,
            values: $values,
            picks: $this->picks,
            limits: $limits,
            charge: $this->charge,
            styled: $this->styled,
        );
    }
}
