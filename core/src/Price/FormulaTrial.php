<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Brick\Math\Exception\MathException;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Formula\Evaluator;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Formula\Names;
use Ithrel\Core\Limit\Measured;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * A formula that is being written, tried with figures that a person gives: "width" 40, "wood.rate" 0.35, "chars(motto)"
 * 12. A name without a figure stands for no answer.
 */
final readonly class FormulaTrial implements Names
{
    /** Longer figures are refused before they are worked with. */
    private const MOST_DIGITS = 40;

    private StateNames $known;

    /**
     * @param array<string, string> $figures by name, "chars(code)" and the like for counts, "filled(code)" yes or empty
     */
    public function __construct(private Setup $setup, private array $figures)
    {
        $this->known = new StateNames(
            $setup,
            new State(),
            $setup->item->salePrice ?? $setup->item->price,
            $setup->quantity->min,
        );
    }

    /**
     * @throws FormulaError
     */
    public function value(Formula $formula): BigDecimal
    {
        return (new Evaluator($this))->value($formula);
    }

    /**
     * Every name that a formula of this setup may use, with what it stands for.
     *
     * @return array<string, string>
     */
    public static function names(Setup $setup): array
    {
        $names = ['base' => 'the base price', 'quantity' => 'the number of pieces'];
        foreach ($setup->levels->codes() as $code) {
            $names['levels.' . $code] = sprintf('the price level “%s”', $code);
        }
        foreach ($setup->options as $option) {
            $names += match ($option->kind->measured()) {
                Measured::Value => [
                    $option->code =>
                        $option->name() . (null === $option->number?->unit ? '' : ' in ' . $option->number->unit),
                ],
                Measured::Characters => [
                    sprintf('chars(%s)', $option->code) => 'characters of ' . $option->name(),
                ],
                Measured::Files => [sprintf('files(%s)', $option->code) => 'files of ' . $option->name()],
                Measured::Picks => [
                    sprintf('picks(%s)', $option->code) => 'picks of ' . $option->name(),
                ],
                null => [],
            };
            foreach (Kind::Several === $option->kind ? [] : $option->values as $value) {
                foreach (array_keys($value->figures) as $figure) {
                    $names[$option->code . '.' . $figure] = sprintf('%s of what %s is', $figure, $option->name());
                }
            }
        }

        return $names;
    }

    /**
     * The names that a formula uses, with a figure that each could have.
     *
     * @return array<string, string>
     */
    public static function used(Setup $setup, Formula $formula): array
    {
        $used = [];
        foreach ($formula->names() as ['name' => $name, 'function' => $function]) {
            $key = null === $function || 'to' === $function ? $name : sprintf('%s(%s)', $function, $name);
            $used[$key] ??= self::sample($setup, $name, $function);
        }

        return $used;
    }

    private static function sample(Setup $setup, string $name, ?string $function): string
    {
        if ('base' === $name || 'quantity' === $name) {
            return 'base' === $name
                ? PlainDecimal::of($setup->item->salePrice ?? $setup->item->price)
                : (string) $setup->quantity->min;
        }
        if (str_starts_with($name, 'levels.')) {
            $amount = $setup->levels->amount(substr($name, 7));

            return null === $amount ? '' : PlainDecimal::of($amount);
        }
        $parts = explode('.', $name);
        $code = $parts[0];
        $figure = $parts[1] ?? null;
        $option = $setup->option($code);
        if (null !== $figure) {
            return self::figure($option, $figure);
        }

        return match ($function) {
            'chars' => (string) min(12, $option->text->max ?? 12),
            'files', 'picks' => '1',
            'filled' => 'yes',
            default => $option->default ?? PlainDecimal::of($option->number->min ?? BigDecimal::one()),
        };
    }

    private static function figure(?Option $option, string $figure): string
    {
        foreach ($option->values ?? [] as $value) {
            if (isset($value->figures[$figure])) {
                return PlainDecimal::of($value->figures[$figure]);
            }
        }

        return '';
    }

    public function number(string $name): ?BigDecimal
    {
        // Whether there is such a name is for the setup to say; what it comes to is for the person who tries it.
        $this->known->number($name);

        return $this->given($name);
    }

    public function characters(string $option): int
    {
        $this->known->characters($option);

        return $this->count(sprintf('chars(%s)', $option));
    }

    public function files(string $option): int
    {
        $this->known->files($option);

        return $this->count(sprintf('files(%s)', $option));
    }

    public function picks(string $option): int
    {
        $this->known->picks($option);

        return $this->count(sprintf('picks(%s)', $option));
    }

    public function isFilled(string $option): bool
    {
        $this->known->isFilled($option);

        return '' !== ($this->figures[sprintf('filled(%s)', $option)] ?? '');
    }

    public function unit(string $option): string
    {
        return $this->known->unit($option);
    }

    private function count(string $name): int
    {
        $text = trim($this->figures[$name] ?? '');
        if (1 !== preg_match('/^\d{0,6}$/D', $text)) {
            throw new FormulaError(FormulaError::TYPE, sprintf('%s is a whole number, such as 12', $name), $name);
        }

        return (int) $text;
    }

    private function given(string $name): ?BigDecimal
    {
        $text = trim($this->figures[$name] ?? '');
        if ('' === $text) {
            return null;
        }
        try {
            return strlen($text) > self::MOST_DIGITS || 1 !== preg_match('/^-?\d+(?:\.\d+)?$/D', $text)
                ? throw new FormulaError(
                    FormulaError::TYPE,
                    sprintf('“%s” is no number for %s', mb_strimwidth($text, 0, 40, '…', 'UTF-8'), $name),
                    $name,
                )
                : BigDecimal::of($text);
        } catch (MathException) {
            throw new FormulaError(FormulaError::TYPE, sprintf('“%s” is no number for %s', $text, $name), $name);
        }
    }
}
