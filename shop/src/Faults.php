<?php

declare(strict_types=1);

namespace Ithrel\Shop;

use Brick\Math\BigDecimal;

/**
 * The faults that are switched on, asked one after the other at each place.
 *
 * @phpstan-import-type Answers from Form
 *
 * Long, as it has a method a hook.
 */
final class Faults
{
    /** @var list<Fault> */
    private array $on = [];

    public readonly Memory $memory;

    /**
     * @param list<string> $names of the faults that are on; names that are not known are passed over
     */
    public function __construct(array $names = [], ?Memory $memory = null)
    {
        $this->memory = $memory ?? new Memory();
        foreach (self::all() as $name => $class) {
            if (in_array($name, $names, true)) {
                $fault = new $class();
                $fault->memory = $this->memory;
                $this->on[] = $fault;
            }
        }
    }

    /**
     * @return array<string, class-string<Fault>> by name
     */
    public static function all(): array
    {
        static $all = [];
        /** @var array<string, class-string<Fault>> $all looked for once */
        if ([] !== $all) {
            return $all;
        }
        $files = glob(__DIR__ . '/Fault/*.php');
        foreach (false === $files ? [] : $files as $file) {
            /** @var class-string<Fault> $class */
            $class = __NAMESPACE__ . '\\Fault\\' . basename($file, '.php');
            $all[$class::name()] = $class;
        }

        return $all;
    }

    /**
     * Whether all parts of a condition have to hold, or any.
     */
    public function combine(string $how): string
    {
        foreach ($this->on as $fault) {
            $how = $fault->combine($how);
        }

        return $how;
    }

    /**
     * Whether an option has one of the values that a condition asks for.
     *
     * @param list<string> $wanted
     * @param Answers $answers
     */
    public function matches(bool $match, array $wanted, string $option, array $answers): bool
    {
        foreach ($this->on as $fault) {
            $match = $fault->matches($match, $wanted, $option, $answers);
        }

        return $match;
    }

    /**
     * Whether an option is shown.
     */
    public function shown(bool $shown, string $option): bool
    {
        foreach ($this->on as $fault) {
            $shown = $fault->shown($shown, $option);
        }

        return $shown;
    }

    /**
     * Told of every click.
     *
     * @param Answers $before
     * @param Answers $after
     */
    public function clicked(array $before, array $after, string $option): void
    {
        unset($this->memory->dropped[$option]);
        foreach ($before as $code => $answer) {
            if (!isset($after[$code])) {
                if ($code === $option) {
                    if (is_string($answer)) {
                        $this->memory->emptied[$code] = $answer;
                    }
                } else {
                    $this->memory->dropped[$code] = $answer;
                }
            }
        }
        foreach (array_keys($after) as $code) {
            unset($this->memory->dropped[$code], $this->memory->emptied[$code]);
        }
        foreach ($this->on as $fault) {
            $fault->clicked($before, $after, $option);
        }
    }

    /**
     * What characters are counted in when a limit is checked.
     */
    public function measure(string $measure): string
    {
        foreach ($this->on as $fault) {
            $measure = $fault->measure($measure);
        }

        return $measure;
    }

    /**
     * The longest text that is taken.
     */
    public function longest(int $max): int
    {
        foreach ($this->on as $fault) {
            $max = $fault->longest($max);
        }

        return $max;
    }

    /**
     * What steps are counted from.
     */
    public function stepBase(BigDecimal $base): BigDecimal
    {
        foreach ($this->on as $fault) {
            $base = $fault->stepBase($base);
        }

        return $base;
    }

    /**
     * Whether kinds of file are checked.
     */
    public function checksTypes(bool $checks = true): bool
    {
        foreach ($this->on as $fault) {
            $checks = $fault->checksTypes($checks);
        }

        return $checks;
    }

    /**
     * What a value is charged.
     *
     * @param array<string, mixed> $option
     */
    public function charge(mixed $charge, array $option, string $value): mixed
    {
        foreach ($this->on as $fault) {
            $charge = $fault->charge($charge, $option, $value);
        }

        return $charge;
    }

    /**
     * What a fixed charge or a percentage comes to.
     */
    public function amount(BigDecimal $amount): BigDecimal
    {
        foreach ($this->on as $fault) {
            $amount = $fault->amount($amount);
        }

        return $amount;
    }

    /**
     * Whether a charge is taken once a line.
     *
     * @param array<string, mixed>|null $charge
     */
    public function perLine(bool $perLine, ?array $charge): bool
    {
        foreach ($this->on as $fault) {
            $perLine = $fault->perLine($perLine, $charge);
        }

        return $perLine;
    }

    /**
     * What a percentage is taken of.
     */
    public function percentOf(string $of): string
    {
        foreach ($this->on as $fault) {
            $of = $fault->percentOf($of);
        }

        return $of;
    }

    /**
     * The answers that are charged.
     *
     * @param Answers $answers
     *
     * @return Answers
     */
    public function priced(array $answers, Form $form): array
    {
        foreach ($this->on as $fault) {
            $answers = $fault->priced($answers, $form);
        }

        return $answers;
    }

    /**
     * Where amounts are rounded.
     */
    public function rounding(string $at): string
    {
        foreach ($this->on as $fault) {
            $at = $fault->rounding($at);
        }

        return $at;
    }

    /**
     * The variant row that sets the price.
     *
     * @param array<string, mixed>|null $row
     *
     * @return array<string, mixed>|null
     */
    public function rowPrice(?array $row): ?array
    {
        foreach ($this->on as $fault) {
            $row = $fault->rowPrice($row);
        }

        return $row;
    }

    /**
     * The floor of a formula.
     */
    public function floor(?BigDecimal $min): ?BigDecimal
    {
        foreach ($this->on as $fault) {
            $min = $fault->floor($min);
        }

        return $min;
    }

    /**
     * Whether the server looks for required answers.
     */
    public function checksRequired(bool $checks, string $route): bool
    {
        foreach ($this->on as $fault) {
            $checks = $fault->checksRequired($checks, $route);
        }

        return $checks;
    }

    /**
     * Whether an option has to be answered now.
     */
    public function requires(bool $required, bool $shown): bool
    {
        foreach ($this->on as $fault) {
            if (Fault::class !== (new \ReflectionMethod($fault, 'requires'))->class) {
                return $fault->requires($required, $shown);
            }
        }

        return $required && $shown;
    }

    /**
     * Whether the server looks at the stock.
     */
    public function checksStock(bool $checks): bool
    {
        foreach ($this->on as $fault) {
            $checks = $fault->checksStock($checks);
        }

        return $checks;
    }

    /**
     * The answers that the cart line carries.
     *
     * @param Answers $answers
     *
     * @return Answers
     */
    public function carriedAnswers(array $answers, Form $form): array
    {
        foreach ($this->on as $fault) {
            $answers = $fault->carriedAnswers($answers, $form);
        }

        return $answers;
    }

    /**
     * An answer as the cart line has it.
     *
     * @param array<string, mixed> $option
     */
    public function carried(string $text, array $option, mixed $answer): string
    {
        foreach ($this->on as $fault) {
            $text = $fault->carried($text, $option, $answer);
        }

        return $text;
    }

    /**
     * Where a fact of the item is shown.
     *
     * @param list<string> $stages
     *
     * @return list<string>
     */
    public function dataStages(array $stages): array
    {
        foreach ($this->on as $fault) {
            $stages = $fault->dataStages($stages);
        }

        return $stages;
    }

    /**
     * What a stage shows of a line.
     *
     * @param list<array{label: string, value: string}> $entries
     *
     * @return list<array{label: string, value: string}>
     */
    public function entries(array $entries, string $stage): array
    {
        foreach ($this->on as $fault) {
            $entries = $fault->entries($entries, $stage);
        }

        return $entries;
    }

    /**
     * The image of a line.
     */
    public function image(?string $image, ?string $base): ?string
    {
        foreach ($this->on as $fault) {
            $image = $fault->image($image, $base);
        }

        return $image;
    }

    /**
     * The weight with what a value or part adds.
     */
    public function weight(BigDecimal $weight, BigDecimal $more): BigDecimal
    {
        foreach ($this->on as $fault) {
            if (Fault::class !== (new \ReflectionMethod($fault, 'weight'))->class) {
                return $fault->weight($weight, $more);
            }
        }

        return $weight->plus($more);
    }

    /**
     * The lines that parts make beside the item.
     *
     * @param list<array{
     *     sku: string,
     *     name: string,
     *     quantity: int,
     *     unitPrice: string|null,
     *     lineTotal: string|null,
     * }> $lines
     *
     * @return list<array{sku: string, name: string, quantity: int, unitPrice: string|null, lineTotal: string|null}>
     */
    public function ownLines(array $lines): array
    {
        foreach ($this->on as $fault) {
            $lines = $fault->ownLines($lines);
        }

        return $lines;
    }

    /**
     * Whether a line is put together with one that is in the cart.
     */
    public function merges(bool $same): bool
    {
        foreach ($this->on as $fault) {
            $same = $fault->merges($same);
        }

        return $same;
    }

    /**
     * What a stage says the lines come to.
     */
    public function stageTotal(?string $total, string $stage): ?string
    {
        foreach ($this->on as $fault) {
            $total = $fault->stageTotal($total, $stage);
        }

        return $total;
    }
}
