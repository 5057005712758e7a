<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Formula\Evaluator;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Limit\TextMeasure;
use Ithrel\Core\Setup\Charge\Circumstances;
use Ithrel\Core\Setup\Charge\CountedCharge;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * What charges ask of one state.
 */
final readonly class StateCircumstances implements Circumstances
{
    /**
     * @param Option|null $option beside whose answer the charge stands
     */
    private function __construct(
        private StateNames $names,
        private State $state,
        private BigDecimal $base,
        private int $quantity,
        private ?Option $option,
        private ?BigDecimal $running,
    ) {}

    public static function of(Setup $setup, State $state, BigDecimal $base, int $quantity): self
    {
        return new self(new StateNames($setup, $state, $base, $quantity), $state, $base, $quantity, null, $base);
    }

    /** The same state for a charge that stands beside an option's answer, with what was added up before it. */
    public function beside(?Option $option, ?BigDecimal $running): self
    {
        return new self($this->names, $this->state, $this->base, $this->quantity, $option, $running);
    }

    public function quantity(): int
    {
        return $this->quantity;
    }

    public function base(): BigDecimal
    {
        return $this->base;
    }

    public function running(): ?BigDecimal
    {
        return $this->running;
    }

    public function count(CountedCharge $charge): int
    {
        $option = $this->option ?? throw new \LogicException('Nothing is counted of the charge at ' . $charge->at);
        if ('per-pick' === $charge->how) {
            return count($this->state->picked($option->index));
        }
        $input = $this->state->input($option->index);
        if ('per-file' === $charge->how) {
            return count($input->files ?? []);
        }
        $text = TextMeasure::normalize($input->text ?? '');

        return TextMeasure::length(
            $charge->skipSpaces ? TextMeasure::withoutSpaces($text) : $text,
            $option->text->measure ?? 'utf16',
        );
    }

    public function value(Formula $formula): BigDecimal
    {
        return (new Evaluator($this->names))->value($formula);
    }
}
