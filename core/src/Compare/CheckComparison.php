<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Setup\Setup;

/**
 * Holds what a shop did against what a check expects; each difference says which places of the setup it can come from.
 *
 * Long, as it has a method for each thing that is compared, in the order of the stages.
 *
 * @phpstan-import-type Line from Check
 */
final readonly class CheckComparison
{
    private const STAGES = ['cart', 'checkout', 'order'];

    private DifferencePlaces $places;

    public function __construct(private Setup $setup)
    {
        $this->places = new DifferencePlaces($setup);
    }

    /**
     * @return list<Difference> none where the shop does what the setup says
     */
    public function differences(Check $check, Found $found): array
    {
        $differences = $this->found($check, $found);
        if (!in_array($check->purpose, [Purpose::SwitchBack, Purpose::Emptied], true)) {
            return $differences;
        }

        // Whatever differs after an answer was taken away, differs most likely because of it.
        return array_map(
            static fn(Difference $d): Difference => new Difference(
                $d->field,
                $d->stage,
                $d->expected,
                $d->found,
                array_values(array_unique([...$check->places, ...$d->places])),
            ),
            $differences,
        );
    }

    /**
     * @return list<Difference>
     */
    private function found(Check $check, Found $found): array
    {
        if (null !== $found->refused) {
            return [
                new Difference(
                    'clicks',
                    'page',
                    'the page takes every click',
                    'the page does not take ' . $this->name($found->refused),
                    [...$this->places->ofConditions($found->refused), ...$check->places],
                ),
            ];
        }
        $differences = $this->apart($found);
        if (null !== $check->offered && null !== $found->offered && $check->offered[2] !== $found->offered) {
            $differences[] = new Difference(
                'offered',
                'page',
                $check->offered[2] ? 'offered' : 'not offered',
                $found->offered ? 'offered' : 'not offered',
                $check->places,
            );
        }
        if ($check->looksOnly()) {
            return $differences;
        }
        if ([] !== $check->lines) {
            array_push($differences, ...$this->page($check, $found));
        }
        if ($check->accepted !== $found->accepted) {
            $differences[] = new Difference(
                'accepted',
                'cart',
                $check->accepted
                    ? 'taken'
                    : 'refused' . (null === $check->field ? '' : ', naming ' . $this->name($check->field)),
                $found->accepted
                    ? ($found->isPast
                        ? 'taken, once the page’s own check was away'
                        : 'taken')
                    : 'refused, naming ' . implode(', ', array_map($this->name(...), $found->fields)),
                $check->accepted ? $this->places->ofRefusal($check, $found) : $check->places,
            );

            return $differences;
        }
        if (!$check->accepted) {
            $kept = count($found->stages['cart']['lines'] ?? []);
            if ($kept > 0) {
                $differences[] = new Difference('lines', 'cart', '0', (string) $kept, $check->places);
            }
            if (null !== $check->field && !in_array($check->field, $found->fields, true)) {
                $differences[] = new Difference(
                    'field',
                    'cart',
                    'names ' . $this->name($check->field),
                    'names ' .
                        ([] === $found->fields
                            ? 'nothing'
                            : implode(', ', array_map($this->name(...), $found->fields))),
                    $check->places,
                );
            }

            return $differences;
        }
        foreach (self::STAGES as $stage) {
            if (isset($found->stages[$stage])) {
                $differences = [...$differences, ...$this->stage($check, $stage, $found->stages[$stage])];
            }
        }

        return $differences;
    }

    /**
     * What the page says before the last adding, whether the shop takes it then or not.
     *
     * @return list<Difference>
     */
    private function page(Check $check, Found $found): array
    {
        if (null === $found->page) {
            return [];
        }
        $last = $check->lines[count($check->lines) - 1];
        $differences = [];
        if (null !== $found->page['image'] && $found->page['image'] !== $last['image']) {
            $differences[] = new Difference(
                'image',
                'page',
                $last['image'] ?? 'none',
                $found->page['image'],
                $this->places->ofField($check, 'image'),
            );
        }

        return [
            ...$differences,
            ...$this->amounts(
                $check,
                'page',
                ['unit price' => $last['unitPrice'], 'total' => $last['total']],
                ['unit price' => $found->page['unitPrice'], 'total' => $found->page['total']],
            ),
            ...$this->entries($check, 'page', $last['entries']['page'] ?? [], $found->page['entries']),
        ];
    }

    /**
     * Options that are shown in two ways of which one says something else than the other.
     *
     * @return list<Difference>
     */
    private function apart(Found $found): array
    {
        $differences = [];
        foreach ($found->apart as $code => [$first, $second]) {
            $option = $this->setup->option($code);
            [$one, $other] = array_map(
                static fn(array $codes): string => implode(
                    ', ',
                    array_map(static fn(string $c): string => $option?->value($c)->label ?? $c, $codes),
                ),
                [$first, $second],
            );
            $differences[] = new Difference(
                'controls',
                'page',
                $this->name($code) . ' the same in both',
                sprintf(
                    '%s in one, %s in the other',
                    '' === $one ? 'nothing' : $one,
                    '' === $other ? 'nothing' : $other,
                ),
                null === $option ? [] : [$option->at . '/control'],
            );
        }

        return $differences;
    }

    /**
     * @param array{lines: list<array<string, mixed>>, total: string|null} $found
     *
     * @return list<Difference>
     */
    private function stage(Check $check, string $stage, array $found): array
    {
        $expected = $check->lines;
        if (count($expected) !== count($found['lines'])) {
            return [
                new Difference('lines', $stage, (string) count($expected), (string) count($found['lines']), ['/item']),
            ];
        }
        $differences = [];
        foreach ($expected as $i => $line) {
            $other = $found['lines'][$i];
            $text = static fn(string $key): ?string => is_string($other[$key] ?? null) || is_int($other[$key] ?? null)
                ? (string) $other[$key]
                : null;
            $differences = [
                ...$differences,
                ...$this->amounts(
                    $check,
                    $stage,
                    ['unit price' => $line['unitPrice'], 'line total' => $line['lineTotal']],
                    ['unit price' => $text('unitPrice'), 'line total' => $text('lineTotal')],
                ),
                ...$this->plain($check, $stage, $line, $text),
                ...$this->entries(
                    $check,
                    $stage,
                    $line['entries'][$stage] ?? [],
                    is_array($other['entries'] ?? null) ? array_values($other['entries']) : [],
                ),
            ];
            if (Cells::ownText($line['ownLines']) !== Cells::ownText($other['ownLines'] ?? [])) {
                $differences[] = new Difference(
                    'own lines',
                    $stage,
                    Cells::ownText($line['ownLines']),
                    Cells::ownText($other['ownLines'] ?? []),
                    $this->places->ofOwnLines($check),
                );
            }
        }
        $sum = Cells::sum(array_map(static fn(array $l): ?string => $l['total'], $expected));
        $rest = array_filter(
            $differences,
            static fn(Difference $d): bool => in_array($d->field, ['unit price', 'line total', 'own lines'], true),
        );
        if (!Cells::isSame($sum, $found['total']) && [] === $rest) {
            $differences[] = new Difference('total', $stage, $sum ?? 'no price', $found['total'] ?? 'no price', [
                '/checkout',
            ]);
        }

        return $differences;
    }

    /**
     * @param array<string, string|null> $expected
     * @param array<string, string|null> $found
     *
     * @return list<Difference>
     */
    private function amounts(Check $check, string $stage, array $expected, array $found): array
    {
        $differences = [];
        foreach ($expected as $field => $amount) {
            if (!Cells::isSame($amount, $found[$field])) {
                $differences[] = new Difference(
                    $field,
                    $stage,
                    $amount ?? 'no price',
                    $found[$field] ?? 'no price',
                    $this->places->ofAmount($check, 'page' !== $stage || 'total' === $field),
                );
            }
        }

        return $differences;
    }

    /**
     * @param Line $line
     * @param \Closure(string): ?string $found
     *
     * @return list<Difference>
     */
    private function plain(Check $check, string $stage, array $line, \Closure $found): array
    {
        $differences = [];
        foreach (['sku', 'weight', 'points', 'image'] as $field) {
            $same = in_array($field, ['weight', 'points'], true)
                ? Cells::isSame($line[$field], $found($field))
                : $line[$field] === $found($field);
            if (!$same) {
                $differences[] = new Difference(
                    $field,
                    $stage,
                    $line[$field] ?? 'none',
                    $found($field) ?? 'none',
                    $this->places->ofField($check, $field),
                );
            }
        }
        if ((string) $line['quantity'] !== $found('quantity')) {
            $differences[] = new Difference(
                'quantity',
                $stage,
                (string) $line['quantity'],
                $found('quantity') ?? 'none',
                ['/quantity'],
            );
        }

        return $differences;
    }

    /**
     * @param list<array{label: string, value: string}> $expected
     * @param list<mixed> $found
     *
     * @return list<Difference>
     */
    private function entries(Check $check, string $stage, array $expected, array $found): array
    {
        $own = Cells::entryPairs($expected);
        $other = Cells::entryPairs($found);
        if ($own === $other) {
            return [];
        }
        $differences = [];
        $left = $other;
        foreach (Cells::matched($own, $left) as $e => $match) {
            [$label, $value] = $own[$e];
            if (null === $match) {
                $differences[] = new Difference('entries', $stage, $label . ': ' . $value, 'missing', [
                    $this->places->ofLabel($label) . '/stages',
                ]);
            } elseif ($match !== $value) {
                $differences[] = new Difference('entries', $stage, $label . ': ' . $value, $label . ': ' . $match, [
                    $this->places->ofLabel($label),
                ]);
            }
        }
        foreach ($left ?? [] as [$label, $value]) {
            $differences[] = new Difference(
                'entries',
                $stage,
                'nothing',
                $label . ': ' . $value,
                $this->places->ofStranger($check, $label),
            );
        }

        return [] === $differences
            ? [
                new Difference(
                    'entries',
                    $stage,
                    implode('; ', array_map(static fn(array $e): string => implode(': ', $e), $own)),
                    implode('; ', array_map(static fn(array $e): string => implode(': ', $e), $other)),
                    ['/options'],
                ),
            ]
            : $differences;
    }

    private function name(string $field): string
    {
        return $this->setup->option($field)?->name() ?? $field;
    }
}
