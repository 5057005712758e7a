<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Formula\Names;
use Ithrel\Core\Limit\TextMeasure;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * What formulas ask of one state.
 */
final readonly class StateNames implements Names
{
    public function __construct(
        private Setup $setup,
        private State $state,
        private BigDecimal $base,
        private int $quantity,
    ) {}

    public function number(string $name): ?BigDecimal
    {
        if ('base' === $name) {
            return $this->base;
        }
        if ('quantity' === $name) {
            return BigDecimal::of($this->quantity);
        }
        $dot = strpos($name, '.');
        $code = false === $dot ? $name : substr($name, 0, $dot);
        $figure = false === $dot ? null : substr($name, $dot + 1);
        $level = 'levels' === $code && null !== $figure ? $this->setup->levels->amount($figure) : null;
        if (null !== $level) {
            return $level;
        }
        $option = $this->setup->option($code);
        if (null === $figure && Kind::Number === $option?->kind) {
            return $this->state->input($option->index)?->number;
        }
        if (null !== $figure && true === $option?->kind->isPick()) {
            $picked = $this->state->picked($option->index);

            return [] === $picked ? null : $option->values[$picked[0]]->figures[$figure] ?? null;
        }

        throw new FormulaError(
            FormulaError::UNKNOWN,
            sprintf('"%s" is neither a number option nor a figure of a value', $name),
            $name,
        );
    }

    public function characters(string $option): int
    {
        $o = $this->known($option, Kind::Text);
        $input = $this->state->input($o->index);

        return null === $input ? 0 : TextMeasure::length($input->text, $o->text->measure ?? 'utf16');
    }

    public function files(string $option): int
    {
        return count($this->state->input($this->known($option, Kind::File)->index)->files ?? []);
    }

    public function picks(string $option): int
    {
        return count($this->state->picked($this->known($option, Kind::Several)->index));
    }

    public function isFilled(string $option): bool
    {
        return $this->state->has($this->known($option, null)->index);
    }

    public function unit(string $option): string
    {
        return $this->known($option, Kind::Number)->number->unit ??
            throw new FormulaError(FormulaError::TYPE, sprintf('"%s" has no unit', $option), $option);
    }

    private function known(string $code, ?Kind $kind): Option
    {
        $option = $this->setup->option($code);
        if (null === $option || (null !== $kind && $option->kind !== $kind)) {
            throw new FormulaError(
                FormulaError::UNKNOWN,
                sprintf('there is no %s option "%s"', $kind->value ?? 'such', $code),
                $code,
            );
        }

        return $option;
    }
}
