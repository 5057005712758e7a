<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;
use Brick\Math\Exception\MathException;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Answer\Stock;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Price\Spread\AllTotals;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Setup;

/**
 * A list of what shall be sold held against a setup, both ways, and each of its columns beside what the setup says.
 *
 * @phpstan-import-type Listed from SaleList
 */
final class ListDiff
{
    private readonly Reach $reach;
    private ?bool $hangsOnInputs = null;

    private function __construct(private readonly Setup $setup, private readonly int $limit)
    {
        $this->reach = new Reach($setup);
    }

    /**
     * @return array{old: array{selectable: string|null}, new: array{selectable: string|null}, both: string|null, gained: string|null, lost: string|null, repriced: array<string, string|null>|null, dearest: array<string, string|null>|null, first: array<string, list<array<string, mixed>>>, changes: list<DocumentChange>, reasons: array<string, string>}
     */
    public static function between(SaleList $list, Setup $setup, int $limit): array
    {
        return (new self($setup, $limit))->of($list);
    }

    /**
     * @return array{old: array{selectable: string|null}, new: array{selectable: string|null}, both: string|null, gained: string|null, lost: string|null, repriced: array<string, string|null>|null, dearest: array<string, string|null>|null, first: array<string, list<array<string, mixed>>>, changes: list<DocumentChange>, reasons: array<string, string>}
     */
    private function of(SaleList $list): array
    {
        $result = ['old' => ['selectable' => (string) count($list->rows)], 'new' => ['selectable' => null], 'both' => null, 'gained' => null, 'lost' => null, 'repriced' => null, 'dearest' => null, 'first' => ['gained' => [], 'lost' => [], 'repriced' => []]];
        $reasons = [] === $list->notices ? [] : ['columns' => implode(' ', $list->notices)];
        try {
            $listing = new Listing($this->reach);
            $result['new']['selectable'] = gmp_strval($this->reach->selectable());
        } catch (TooLarge $e) {
            return $result + ['changes' => [], 'reasons' => $reasons + ['reach.too-large' => $e->getMessage()]];
        }
        $met = $sold = [];
        $lost = 0;
        foreach ($list->rows as $row) {
            $number = null === $row['state'] ? null : $listing->numberOf($row['state']);
            if (null === $number) {
                if (++$lost <= $this->limit) {
                    $result['first']['lost'][] = SaleList::told($this->setup, $row);
                }
            } else {
                $met[gmp_strval($number)] = true;
                $sold[] = [$number, $row];
            }
        }
        usort($sold, static fn (array $a, array $b): int => gmp_cmp($a[0], $b[0]));
        $result['both'] = (string) count($sold);
        $result['lost'] = (string) $lost;
        $result['gained'] = gmp_strval(gmp_sub($this->reach->selectable(), count($sold)));
        for ($n = gmp_init(0); gmp_cmp($n, $this->reach->selectable()) < 0 && count($result['first']['gained']) < $this->limit; $n = gmp_add($n, 1)) {
            if (!isset($met[gmp_strval($n)])) {
                $result['first']['gained'][] = ['pick' => (object) StateText::pick($this->setup, $listing->at($n))];
            }
        }
        $rows = array_column($sold, 1);
        foreach (['repriced' => false, 'dearest' => true] as $what => $most) {
            try {
                [$result[$what], $first] = $this->prices($rows, $most);
                $result['first']['repriced'] = $most ? $result['first']['repriced'] : $first;
            } catch (NotExact $e) {
                $reasons[$what] = 'Prices cannot be compared: '.$e->getMessage().'.';
            }
        }

        return $result + ['changes' => $this->cells($rows), 'reasons' => $reasons];
    }

    /**
     * @param list<Listed> $rows that are sold
     *
     * @return array{array{count: string, least: string|null, greatest: string|null}, list<array<string, mixed>>}
     *
     * @throws NotExact
     */
    private function prices(array $rows, bool $most): array
    {
        $count = 0;
        $least = $greatest = null;
        $first = [];
        $text = fn (?BigDecimal $amount): ?string => null === $amount ? null : Amount::text($amount, $this->setup->currency);
        foreach ($rows as $row) {
            if (null === $row['price'] || null === $row['state']) {
                continue;
            }
            $ours = $this->price($row['state'], $most);
            if (true === $ours?->isEqualTo($row['price'])) {
                continue;
            }
            ++$count;
            if (null !== $ours) {
                $change = $ours->minus($row['price']);
                $least = null === $least || $change->isLessThan($least) ? $change : $least;
                $greatest = null === $greatest || $change->isGreaterThan($greatest) ? $change : $greatest;
            }
            if (count($first) < $this->limit) {
                $first[] = ['pick' => (object) StateText::pick($this->setup, $row['state']), 'old' => $text($row['price']), 'new' => $text($ours), 'line' => $row['line']];
            }
        }

        return [['count' => (string) $count, 'least' => $text($least), 'greatest' => $text($greatest)], $first];
    }

    private function price(State $choices, bool $most): ?BigDecimal
    {
        $quantity = $this->setup->quantity->min;
        $this->hangsOnInputs ??= AllTotals::of($this->reach, true, $quantity, false)->hangsOnInputs();
        if (!$this->hangsOnInputs) {
            return (new Pricer($this->setup))->quote($choices, $quantity)->unitPrice;
        }
        $pins = [];
        foreach ($this->setup->options as $option) {
            foreach ($option->kind->isChoice() ? $this->reach->board->cellsOf[$option->index] : [] as $cell) {
                $pins[$cell] = [$this->reach->board->letterIn($choices, $cell) => true];
            }
        }
        $levels = AllTotals::of($this->reach, true, $quantity, $most, $pins)->levels();

        return [] === $levels ? null : $levels[$most ? count($levels) - 1 : 0][0];
    }

    /**
     * SKU, stock and picture of the list beside the setup's.
     *
     * @param list<Listed> $rows
     *
     * @return list<DocumentChange>
     */
    private function cells(array $rows): array
    {
        $changes = [];
        $appraiser = new Appraiser($this->reach);
        $stock = new Stock($this->setup);
        foreach ($rows as $row) {
            if (null === $row['state'] || (null === $row['sku'] && null === $row['stock'] && null === $row['image'])) {
                continue;
            }
            $line = $appraiser->appraise(GivenState::of($this->setup, $row['state'], $this->setup->quantity->min))->line;
            $variant = $stock->row($row['state']);
            $at = $variant->at ?? '/item';
            $ours = ['sku' => $line->sku, 'image' => $line->image, 'stock' => null === $variant ? $this->setup->item->stock : $variant->stock];
            foreach ($ours as $what => $value) {
                $wanted = $row[$what];
                if (null !== $wanted && !self::isSame($wanted, $value)) {
                    $found = null === $value ? null : ($value instanceof BigDecimal ? Amount::plain($value) : $value);
                    $changes[] = new DocumentChange($at.'/'.$what, 'new', $wanted, $found, sprintf('%s: the list says %s %s, the setup %s.', $row['words'], 'sku' === $what ? 'SKU' : ('image' === $what ? 'picture' : $what), $wanted, $found ?? 'none'));
                }
            }
        }

        return $changes;
    }

    private static function isSame(string $wanted, BigDecimal|string|null $found): bool
    {
        if (!$found instanceof BigDecimal) {
            return $wanted === $found;
        }
        try {
            return $found->isEqualTo(trim($wanted));
        } catch (MathException) {
            return false;
        }
    }
}
