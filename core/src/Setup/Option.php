<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Ithrel\Core\Document\Pointer;
use Ithrel\Core\Limit\Type\FileType;
use Ithrel\Core\Limit\Type\InputType;
use Ithrel\Core\Limit\Type\NumberType;
use Ithrel\Core\Limit\Type\TextType;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Condition\Condition;

/**
 * One option as the shopper meets it, in display order.
 */
final readonly class Option
{
    /** @var array<array-key, int> code of a value => its position; of two equal codes the first */
    private array $positions;

    /** The limits of a text, null for every other kind; and so on for those whose limits are asked for elsewhere. */
    public ?TextType $text;

    public ?NumberType $number;

    public ?FileType $file;

    /**
     * @param int $index position in display order
     * @param string $at JSON Pointer of the option
     * @param list<string> $controls how it is shown; two where it is shown in both ways
     * @param list<Value> $values what can be chosen (choices only; a flag has its yes)
     * @param list<string> $styled codes of the options that say how a text looks
     * @param InputType|null $type of an input, with its limits; null for choices and notes
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
        public ?InputType $type = null,
        public ?Charge $charge = null,
        public array $styled = [],
    ) {
        $positions = [];
        foreach ($values as $position => $value) {
            $positions[$value->code] ??= $position;
        }
        $this->positions = $positions;
        $this->text = $type instanceof TextType ? $type : null;
        $this->number = $type instanceof NumberType ? $type : null;
        $this->file = $type instanceof FileType ? $type : null;
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
        return $this->with($this->values, $this->type?->open(), null);
    }

    public function withoutStocks(): self
    {
        return $this->with(
            array_map(static fn(Value $v): Value => $v->withoutStock(), $this->values),
            $this->type,
            $this->default,
        );
    }

    /**
     * @param list<Value> $values
     */
    private function with(array $values, ?InputType $type, ?string $default): self
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
            type: $type,
            charge: $this->charge,
            styled: $this->styled,
        );
    }
}
