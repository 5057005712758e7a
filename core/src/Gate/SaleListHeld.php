<?php

declare(strict_types=1);

namespace Ithrel\Core\Gate;

use Ithrel\Core\Diff\DiffResult;
use Ithrel\Core\Diff\ListDiff;
use Ithrel\Core\Diff\PickWords;
use Ithrel\Core\Diff\SaleList;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Setup;

/**
 * A list of what shall be sold, held against the setup at the gate, both ways.
 */
final readonly class SaleListHeld implements HandedList
{
    /** Combinations and cells of each kind that are told one by one; the rest in one sentence. */
    private const MOST_TOLD = 20;

    /**
     * @param string $when it was handed in, in words; "" where that is now
     */
    private function __construct(private Setup $setup, private DiffResult $diff, private string $when) {}

    /**
     * @throws UnreadableDocument where the text is no list of choices
     */
    public static function held(Setup $setup, string $text, string $when = ''): self
    {
        return new self($setup, ListDiff::between(SaleList::read($setup, $text), $setup, self::MOST_TOLD), $when);
    }

    public function kind(): string
    {
        return GateItem::SALE_LIST;
    }

    public function words(): string
    {
        $of = sprintf(
            'A list of %s combinations that shall be sold was held against it%s: ',
            $this->diff->oldSelectable ?? '0',
            '' === $this->when ? '' : ' (' . $this->when . ')',
        );
        $found =
            null === $this->diff->both
                ? 'it could not be told which of them can be selected'
                : sprintf(
                    '%s can be selected, %s cannot, and %s more can be that are not on it',
                    $this->diff->both,
                    $this->diff->lost ?? '0',
                    $this->diff->gained ?? '0',
                );

        return $of .
            $found .
            '.' .
            (isset($this->diff->reasons['columns']) ? ' ' . $this->diff->reasons['columns'] : '');
    }

    public function items(): array
    {
        $diff = $this->diff;
        $picks = new PickWords($this->setup);
        $items = [];
        if (null === $diff->both) {
            $items[] = self::item(
                'not-known',
                $diff->reasons['reach.too-large'] ?? 'The list could not be held against it.',
                '',
                GateItem::HOLDS,
            );
        }
        foreach ($diff->first['lost'] as $row) {
            $items[] = self::item(
                'not-selectable',
                trim(
                    sprintf(
                        'Line %d of the list shall be sold and cannot be selected: %s. %s',
                        $row['line'] ?? 0,
                        $picks->ofRow($row),
                        $row['why'] ?? '',
                    ),
                ),
            );
        }
        foreach ($diff->first['gained'] as $row) {
            $items[] = self::item(
                'not-on-list',
                sprintf('It can be selected and is not on the list of what shall be sold: %s.', $picks->ofRow($row)),
            );
        }
        foreach ($diff->first['repriced'] as $row) {
            $items[] = self::item(
                'price',
                sprintf(
                    'Line %d of the list, %s: its price is %s, and it comes to %s.',
                    $row['line'] ?? 0,
                    $picks->ofRow($row),
                    $row['old'] ?? 'none',
                    $row['new'] ?? 'none',
                ),
            );
        }
        foreach (array_slice($diff->changes, 0, self::MOST_TOLD) as $change) {
            $items[] = self::item('cell', $change->message, $change->at);
        }
        $told = [
            'lost' => [$diff->lost, 'not-selectable', '%s more of the list cannot be selected.'],
            'gained' => [
                $diff->gained,
                'not-on-list',
                '%s more can be selected that are not on the list of what shall be sold.',
            ],
            'repriced' => [
                $diff->repriced['count'] ?? null,
                'price',
                '%s more prices are not those of the list of what shall be sold.',
            ],
        ];
        foreach ($told as $kind => [$count, $code, $words]) {
            $more = gmp_sub(gmp_init($count ?? '0'), count($diff->first[$kind]));
            if (gmp_sign($more) > 0) {
                $items[] = self::item($code, sprintf($words, gmp_strval($more)));
            }
        }
        if (count($diff->changes) > self::MOST_TOLD) {
            $items[] = self::item(
                'cell',
                sprintf(
                    '%d more cells of the list say something else than the setup.',
                    count($diff->changes) - self::MOST_TOLD,
                ),
            );
        }

        return $items;
    }

    /**
     * @param 'forbids'|'holds' $weight
     */
    private static function item(
        string $code,
        string $words,
        string $at = '',
        string $weight = GateItem::FORBIDS,
    ): GateItem {
        return new GateItem(GateItem::SALE_LIST, $code, $at, $words, $weight, true, 'sale-list ' . $words, '');
    }
}
