<?php

declare(strict_types=1);

namespace Ithrel\Shop;

use Brick\Math\BigDecimal;

/**
 * One thing that a shop can get wrong. A fault changes what passes through one of these places; all others stay as they
 * are.
 *
 * @phpstan-import-type Answers from Form
 */
abstract class Fault
{
    public Memory $memory;

    public function __construct()
    {
        $this->memory = new Memory();
    }

    /** A short name, for switching it on. */
    public static function name(): string
    {
        $class = substr((string) strrchr(static::class, '\\'), 1);

        return strtolower((string) preg_replace('/(?<!^)[A-Z]/', '-$0', $class));
    }

    /** What a shop with it does. */
    abstract public static function line(): string;

    /** Where in the shop it sits: price, condition, required, limit, carried or cart. */
    abstract public static function family(): string;

    /**
     * Whether all parts of a condition have to hold, or any.
     */
    public function combine(string $how): string
    {
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
        return $match;
    }

    /**
     * Whether an option is shown.
     */
    public function shown(bool $shown, string $option): bool
    {
        return $shown;
    }

    /**
     * Told of every click.
     *
     * @param Answers $before
     * @param Answers $after
     */
    public function clicked(array $before, array $after, string $option): void {}

    /**
     * What characters are counted in when a limit is checked.
     */
    public function measure(string $measure): string
    {
        return $measure;
    }

    /**
     * The longest text that is taken.
     */
    public function longest(int $max): int
    {
        return $max;
    }

    /**
     * What steps are counted from.
     */
    public function stepBase(BigDecimal $base): BigDecimal
    {
        return $base;
    }

    /**
     * Whether kinds of file are checked.
     */
    public function checksTypes(bool $checks): bool
    {
        return $checks;
    }

    /**
     * What a value is charged.
     *
     * @param array<string, mixed> $option
     */
    public function charge(mixed $charge, array $option, string $value): mixed
    {
        return $charge;
    }

    /**
     * What a fixed charge or a percentage comes to.
     */
    public function amount(BigDecimal $amount): BigDecimal
    {
        return $amount;
    }

    /**
     * Whether a charge is taken once a line.
     *
     * @param array<string, mixed>|null $charge
     */
    public function perLine(bool $perLine, ?array $charge): bool
    {
        return $perLine;
    }

    /**
     * What a percentage is taken of.
     */
    public function percentOf(string $of): string
    {
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
        return $answers;
    }

    /**
     * Where amounts are rounded.
     */
    public function rounding(string $at): string
    {
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
        return $row;
    }

    /**
     * The floor of a formula.
     */
    public function floor(?BigDecimal $min): ?BigDecimal
    {
        return $min;
    }

    /**
     * Whether the server looks for required answers.
     */
    public function checksRequired(bool $checks, string $route): bool
    {
        return $checks;
    }

    /**
     * Whether an option has to be answered now.
     */
    public function requires(bool $required, bool $shown): bool
    {
        return $required && $shown;
    }

    /**
     * Whether the server looks at the stock.
     */
    public function checksStock(bool $checks): bool
    {
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
        return $answers;
    }

    /**
     * An answer as the cart line has it.
     *
     * @param array<string, mixed> $option
     */
    public function carried(string $text, array $option, mixed $answer): string
    {
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
        return $entries;
    }

    /**
     * The image of a line.
     */
    public function image(?string $image, ?string $base): ?string
    {
        return $image;
    }

    /**
     * The weight with what a value or part adds.
     */
    public function weight(BigDecimal $weight, BigDecimal $more): BigDecimal
    {
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
        return $lines;
    }

    /**
     * Whether a line is put together with one that is in the cart.
     */
    public function merges(bool $same): bool
    {
        return $same;
    }

    /**
     * What a stage says the lines come to.
     */
    public function stageTotal(?string $total, string $stage): ?string
    {
        return $total;
    }
}
