<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Brick\Math\BigDecimal;
use Ithrel\Core\Compare\PriceSheet;
use Ithrel\Core\Setup\Kind;

/**
 * A table of options: a line a value; an empty option cell goes on with the option above.
 *
 * Long, as it has a line for each column that a table can have.
 */
final class OptionTable
{
    public const ASSUMED_KIND = 'an option with values and without a kind';

    /** What min, max and step of a line mean, by kind. */
    private const LIMITS = [
        'text' => ['min' => 'length/min', 'max' => 'length/max'],
        'number' => ['min' => 'min', 'max' => 'max', 'step' => 'step'],
        'date' => ['min' => 'earliest', 'max' => 'latest'],
        'file' => ['min' => 'files/min', 'max' => 'files/max'],
        'several' => ['min' => 'picks/min', 'max' => 'picks/max'],
    ];

    private readonly DraftSource $source;
    private Cells $cells;

    /**
     * @var list<array{
     *     DraftOption,
     *     DraftValue|null,
     *     string,
     *     string,
     * }>  conditions to be read once all options are known: of which, in what words, from where
     */
    private array $conditions = [];

    /**
     * @var array<int, list<array{DraftValue, string, string, bool}>> option => value, condition, place, names the
     *                                                                option
     */
    private array $onLines = [];

    /** @var array<int, BigDecimal> value => its sort number */
    private array $sorts = [];

    public function __construct(private readonly Columns $columns, string $name, private readonly int $minorUnits)
    {
        $this->source = new DraftSource($name);
    }

    /**
     * @param array<int, list<string>> $lines by number
     */
    public function read(array $lines): DraftSource
    {
        $this->cells = new Cells($this->columns, $lines, $this->minorUnits);
        foreach ($this->columns->others as $title) {
            $this->source->leave(
                sprintf('column %s', $title),
                'The column is none of those that a table of options has.',
            );
        }
        $option = null;
        $byName = [];
        foreach ($lines as $line => $row) {
            $name = $this->columns->cell($row, 'option');
            $begins = false;
            if ('' !== $name) {
                $plain = PriceSheet::plain($name);
                $begins = !isset($byName[$plain]);
                $option = $byName[$plain] ??= $this->option($name, $line);
            }
            if (null === $option) {
                $this->source->leave(sprintf('line %d', $line), 'No option is named on this line, or above it.');
                continue;
            }
            $value = '' === $this->columns->cell($row, 'value') ? null : $this->value($option, $row, $line);
            $this->ofOption($option, $row, $line, $begins, null !== $value);
            if (null !== $value) {
                $this->ofValue($value, $row, $line);
                $this->condition($option, $value, $row, $line);
            }
        }
        foreach ($byName as $each) {
            $this->attachConditions($each);
            $this->splitValues($each);
            $this->sortValues($each);
        }
        $this->source->options = array_values(array_filter($byName, $this->isWhole(...)));
        $conditions = new WrittenCondition($this->source->options);
        foreach ($this->conditions as [$of, $value, $words, $from]) {
            $condition = $conditions->read($words);
            if (null === $condition) {
                $this->source->leave(
                    $from,
                    sprintf('"%s" could not be read as a condition.', mb_strimwidth($words, 0, 80, '…', 'UTF-8')),
                );
            } elseif (null === $value) {
                $of->facts['shownWhen'] = new Fact($condition, $from, false);
            } else {
                $value->facts['allowedWhen'] = new Fact($condition, $from, false);
            }
        }

        return $this->source;
    }

    private function option(string $name, int $line): DraftOption
    {
        $option = new DraftOption(new Fact(Names::withoutMark($name), $this->columns->from($line, 'option')), null);
        if (Names::isMarked($name)) {
            $option->facts['required'] = new Fact(true, $this->columns->from($line, 'option'), false);
        }

        return $option;
    }

    /**
     * @param list<string> $row
     */
    private function ofOption(DraftOption $option, array $row, int $line, bool $begins, bool $hasValue): void
    {
        $kind = mb_strtolower($this->columns->cell($row, 'kind'));
        if ('' !== $kind && null === $option->kind) {
            if (null !== Kind::tryFrom($kind)) {
                $option->kind = new Fact($kind, $this->columns->from($line, 'kind'));
            } else {
                $this->source->leave(
                    $this->columns->from($line, 'kind'),
                    sprintf(
                        '"%s" is no kind of option (%s).',
                        mb_strimwidth($kind, 0, 40, '…', 'UTF-8'),
                        implode(', ', array_column(Kind::cases(), 'value')),
                    ),
                );
            }
        }
        $required = Cells::yes($this->columns->cell($row, 'required'));
        if (true === $required) {
            $option->facts['required'] = new Fact(true, $this->columns->from($line, 'required'));
        }
        if ('' !== $this->columns->cell($row, 'help')) {
            $option->facts['help'] ??= new Fact(
                $this->columns->cell($row, 'help'),
                $this->columns->from($line, 'help'),
            );
        }
        if ('' !== $this->columns->cell($row, 'unit')) {
            $option->facts['unit'] ??= new Fact(
                $this->columns->cell($row, 'unit'),
                $this->columns->from($line, 'unit'),
            );
        }
        $this->limits($option, $row, $line);
        if ('' !== $this->columns->cell($row, 'shownWhen') && !$hasValue) {
            $this->conditions[] = [
                $option,
                null,
                $this->columns->cell($row, 'shownWhen'),
                $this->columns->from($line, 'shownWhen'),
            ];
        }
        if ($hasValue) {
            return;
        }
        if ('' !== $this->columns->cell($row, 'code')) {
            $option->facts['code'] ??= new Fact(
                $this->columns->cell($row, 'code'),
                $this->columns->from($line, 'code'),
            );
        }
        if ('' !== $this->columns->cell($row, 'label')) {
            $option->label = new Fact(
                Names::withoutMark($this->columns->cell($row, 'label')),
                $this->columns->from($line, 'label'),
            );
        }
        $isFlag = 'flag' === $option->kind?->value;
        $charge = $this->charge($row, $line);
        if (null !== $charge) {
            $option->facts[$isFlag ? 'yes/charge' : 'charge'] = $charge;
        }
        foreach (['sku', 'weight', 'image', 'stock'] as $meaning) {
            $fact = $this->plain($row, $line, $meaning);
            if (null === $fact) {
                continue;
            }
            if ($isFlag && 'stock' !== $meaning) {
                $option->facts['yes/' . $meaning] = $fact;
            } else {
                $this->source->leave($fact->from, sprintf('An option of this kind has no %s of its own.', $meaning));
            }
        }
        $default = $this->columns->cell($row, 'default');
        if ('' !== $default) {
            $yes = Cells::yes($default);
            if (!$isFlag) {
                $option->facts['default'] = new Fact($default, $this->columns->from($line, 'default'));
            } elseif (true === $yes) {
                $option->facts['default'] = new Fact(true, $this->columns->from($line, 'default'));
            }
        }
    }

    /**
     * @param list<string> $row
     */
    private function limits(DraftOption $option, array $row, int $line): void
    {
        $kind = $option->kind?->text() ?? 'one';
        foreach (['min', 'max', 'step'] as $meaning) {
            $text = $this->columns->cell($row, $meaning);
            if ('' === $text) {
                continue;
            }
            $from = $this->columns->from($line, $meaning);
            $path = self::LIMITS[$kind][$meaning] ?? null;
            if (null === $path) {
                $this->source->leave($from, sprintf('An option of the kind %s has no %s.', $kind, $meaning));
                continue;
            }
            if ('date' === $kind) {
                $option->facts[$path] ??= new Fact($text, $from);
                continue;
            }
            $number = $this->cells->decimal($row, $meaning);
            if (null === $number || ('number' !== $kind && 1 !== preg_match('/^\d{1,6}$/D', $number))) {
                $this->source->leave(
                    $from,
                    sprintf('"%s" is no such number.', mb_strimwidth($text, 0, 40, '…', 'UTF-8')),
                );
                continue;
            }
            $option->facts[$path] ??= new Fact('number' === $kind ? $number : (int) $number, $from);
        }
    }

    /**
     * @param list<string> $row
     */
    private function value(DraftOption $option, array $row, int $line): DraftValue
    {
        $own = $this->columns->cell($row, 'label');
        $label = new Fact(
            '' !== $own ? $own : $this->columns->cell($row, 'value'),
            $this->columns->from($line, '' !== $own ? 'label' : 'value'),
        );
        $value = new DraftValue($label);
        if ('' !== $this->columns->cell($row, 'code')) {
            $value->facts['code'] = new Fact($this->columns->cell($row, 'code'), $this->columns->from($line, 'code'));
        }

        return $option->values[] = $value;
    }

    /**
     * @param list<string> $row
     */
    private function ofValue(DraftValue $value, array $row, int $line): void
    {
        $charge = $this->charge($row, $line);
        $said = LabelCharge::in($value->label->text(), $this->minorUnits);
        if (null !== $charge) {
            $value->facts['charge'] = $charge;
        } elseif (null !== $said) {
            $value->facts['charge'] = new Fact(
                self::asCharge(
                    $said->amount->isPercent,
                    $this->cells->money($said->amount->amount),
                    Cells::text($said->amount->amount),
                ),
                $value->label->from . ' (in the label)',
            );
        }
        foreach (['sku', 'stock', 'weight', 'image', 'swatch'] as $meaning) {
            $fact = $this->plain($row, $line, $meaning);
            if (null !== $fact) {
                $value->facts[$meaning] = $fact;
            }
        }
        if (true === Cells::yes($this->columns->cell($row, 'default'))) {
            $value->facts['default'] = new Fact(true, $this->columns->from($line, 'default'));
        }
        $sort = $this->columns->cell($row, 'sort');
        if ('' !== $sort) {
            $number = $this->cells->decimal($row, 'sort');
            null === $number
                ? $this->source->leave($this->columns->from($line, 'sort'), sprintf('“%s” is no number.', $sort))
                : ($this->sorts[spl_object_id($value)] = BigDecimal::of($number));
        }
    }

    /**
     * What stands on the line of a value is kept until it is known whose it is.
     *
     * @param list<string> $row
     */
    private function condition(DraftOption $option, DraftValue $value, array $row, int $line): void
    {
        $this->onLines[spl_object_id($option)][] = [
            $value,
            $this->columns->cell($row, 'shownWhen'),
            $this->columns->from($line, 'shownWhen'),
            '' !== $this->columns->cell($row, 'option'),
        ];
    }

    /**
     * A condition on the line where an option begins is the option's, one further down that line's value's. Where every
     * line names the option, what all of them have alike is the option's, else each value's own.
     */
    private function attachConditions(DraftOption $option): void
    {
        $lines = $this->onLines[spl_object_id($option)] ?? [];
        $isRepeated = count($lines) > 1 && [] === array_filter($lines, static fn(array $l): bool => !$l[3]);
        $words = array_unique(array_column($lines, 1));
        foreach ($lines as $i => [$value, $said, $from]) {
            if ('' === $said || ($isRepeated && 1 === count($words) && $i > 0)) {
                continue;
            }
            $isOfOption = 0 === $i && (!$isRepeated || 1 === count($words));
            $this->conditions[] = [$option, $isOfOption ? null : $value, $said, $from];
        }
    }

    /** "Clear | Smoked | Amber" in the one cell of an option are three values, as a guess. */
    private function splitValues(DraftOption $option): void
    {
        $only = 1 === count($option->values) ? $option->values[0] : null;
        if (null === $only || [] !== array_diff_key($only->facts, ['code' => 1])) {
            return;
        }
        foreach (['|', ';', ','] as $sign) {
            $parts = array_map(trim(...), explode($sign, $only->label->text()));
            if (count($parts) < 2 || in_array('', $parts, true) || (',' === $sign && count($parts) < 3)) {
                continue;
            }
            $option->values = array_map(
                static fn(string $part): DraftValue => new DraftValue(new Fact($part, $only->label->from, false)),
                $parts,
            );
            $this->source->leave(
                $only->label->from,
                sprintf(
                    '“%s” was taken for %d values; if it is one, give it a line of its own.',
                    mb_strimwidth($only->label->text(), 0, 80, '…', 'UTF-8'),
                    count($parts),
                ),
            );

            return;
        }
    }

    /** In the order of their sort numbers, where each has one. */
    private function sortValues(DraftOption $option): void
    {
        $sorts = [];
        foreach ($option->values as $value) {
            $sort = $this->sorts[spl_object_id($value)] ?? null;
            if (null === $sort) {
                return;
            }
            $sorts[] = $sort;
        }
        $order = array_keys($sorts);
        usort($order, static fn(int $a, int $b): int => $sorts[$a]->compareTo($sorts[$b]) * 2 + ($a <=> $b));
        $option->values = array_map(static fn(int $i): DraftValue => $option->values[$i], $order);
    }

    /**
     * @param list<string> $row
     */
    private function plain(array $row, int $line, string $meaning): ?Fact
    {
        $text = $this->columns->cell($row, $meaning);
        if ('' === $text) {
            return null;
        }
        if (!in_array($meaning, ['stock', 'weight'], true)) {
            return new Fact($text, $this->columns->from($line, $meaning));
        }
        $decimal = $this->cells->decimal($row, $meaning);
        if (null === $decimal) {
            $this->source->leave(
                $this->columns->from($line, $meaning),
                sprintf('"%s" is no number.', mb_strimwidth($text, 0, 40, '…', 'UTF-8')),
            );
        }

        return null === $decimal ? null : new Fact($decimal, $this->columns->from($line, $meaning));
    }

    /**
     * @param list<string> $row
     */
    private function charge(array $row, int $line): ?Fact
    {
        $minus = $this->minus($row, $line);
        $text = $this->columns->cell($row, 'charge');
        if ('' === $text) {
            return null;
        }
        $from = $this->columns->from($line, 'charge');
        $read = $this->cells->amount($row, 'charge');
        $sentence = null === $read ? self::sentence($text) : null;
        if (null !== $sentence) {
            return new Fact($sentence, $from);
        }
        if (null === $read) {
            $this->source->leave($from, sprintf('"%s" is no amount.', mb_strimwidth($text, 0, 40, '…', 'UTF-8')));

            return null;
        }
        $this->source->currency ??=
            null === $read->currency ? null : new Fact($read->currency, $from, !$read->isSignGuessed);

        $amount = $minus && $read->amount->isPositive() ? $read->amount->negated() : $read->amount;

        return new Fact(
            self::asCharge($read->isPercent, $this->cells->money($amount), Cells::text($amount)),
            $read->isGuess() ? $from . ', which could also be written with decimals' : $from,
            !$read->isGuess(),
        );
    }

    /**
     * Whether a column of signs beside the amount says minus.
     *
     * @param list<string> $row
     */
    private function minus(array $row, int $line): bool
    {
        $sign = mb_strtolower($this->columns->cell($row, 'sign'));
        if (in_array($sign, ['-', '−', '–', 'minus', 'less', 'discount', 'subtract'], true)) {
            return true;
        }
        if (!in_array($sign, ['', '+', 'plus', 'add', 'surcharge'], true)) {
            $this->source->leave(
                $this->columns->from($line, 'sign'),
                sprintf('“%s” is neither plus nor minus.', $sign),
            );
        }

        return false;
    }

    /**
     * @return string|array<string, mixed>
     */
    public static function asCharge(bool $isPercent, string $money, string $rate): string|array
    {
        return $isPercent ? ['how' => 'percent', 'rate' => $rate] : $money;
    }

    private function isWhole(DraftOption $option): bool
    {
        if (null === $option->kind && [] !== $option->values) {
            $option->kind = new Fact('one', self::ASSUMED_KIND);
        }
        if (null === $option->kind) {
            $this->source->leave(
                $option->label->from,
                sprintf('%s has neither a kind nor values, so what is asked is not known.', $option->label->text()),
            );
        }

        return null !== $option->kind;
    }

    /**
     * A charge in words, such as "0,50 € a character after 10", with decimals and currency as people write them.
     *
     * @return array<string, mixed>|null
     */
    private static function sentence(string $text): ?array
    {
        $plain = (string) preg_replace(
            ['/(\d),(\d{1,2})(?!\d)/', '/\s*(?:\p{Sc}|\b[A-Z]{3}\b)\s*/u'],
            ['$1.$2', ' '],
            $text,
        );
        $charge = ChargeSentence::read($plain);

        return is_array($charge) ? $charge : null;
    }
}
