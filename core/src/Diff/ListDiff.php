<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;
use Brick\Math\Exception\MathException;
use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Answer\Stock;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Price\Amount;
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
final readonly class ListDiff
{
    private Reach $reach;
    private ChoicesPrice $price;
    private DiffResult $result;

    private function __construct(private Setup $setup, private int $limit)
    {
        $this->reach = new Reach($setup);
        $this->price = new ChoicesPrice($this->reach);
        $this->result = new DiffResult();
    }

    public static function between(SaleList $list, Setup $setup, int $limit): DiffResult
    {
        $diff = new self($setup, $limit);
        $diff->result->oldSelectable = (string) count($list->rows);
        $diff->result->reasons = [] === $list->notices ? [] : ['columns' => implode(' ', $list->notices)];
        try {
            $rows = $diff->sold($list);
        } catch (TooLarge $e) {
            $diff->result->reasons += ['reach.too-large' => $e->getMessage()];

            return $diff->result;
        }
        $diff->result->repriced = $diff->prices($rows, false);
        $diff->result->dearest = $diff->prices($rows, true);
        $diff->result->changes = $diff->cells($rows);

        return $diff->result;
    }

    /**
     * @return list<Listed> rows that are sold, in listing order
     *
     * @throws TooLarge
     */
    private function sold(SaleList $list): array
    {
        $listing = new Listing($this->reach);
        $selectable = $this->reach->selectable();
        $met = $sold = [];
        $lost = 0;
        foreach ($list->rows as $row) {
            $number = null === $row['state'] ? null : $listing->numberOf($row['state']);
            if (null === $number) {
                if (++$lost <= $this->limit) {
                    $told = SaleList::told($this->setup, $row);
                    $this->result->first['lost'][] =
                        null === $row['state'] ? $told : ['why' => $this->whyNot($row['state'])] + $told;
                }
            } else {
                $met[gmp_strval($number)] = true;
                $sold[] = [$number, $row];
            }
        }
        usort($sold, static fn(array $a, array $b): int => gmp_cmp($a[0], $b[0]));
        $this->result->newSelectable = gmp_strval($selectable);
        $this->result->both = (string) count($sold);
        $this->result->lost = (string) $lost;
        $this->result->gained = gmp_strval(gmp_sub($selectable, count($sold)));
        for (
            $n = gmp_init(0);
            gmp_cmp($n, $selectable) < 0 && count($this->result->first['gained']) < $this->limit;
            $n = gmp_add($n, 1)
        ) {
            if (!isset($met[gmp_strval($n)])) {
                $this->result->first['gained'][] = ['pick' => (object) StateText::pick($this->setup, $listing->at($n))];
            }
        }

        return array_column($sold, 1);
    }

    /** What a shopper meets who wants this combination, whatever she would have to type beside it. */
    private function whyNot(State $state): string
    {
        $problems = (new Appraiser($this->reach))->appraise(
            GivenState::of($this->setup, $state, $this->setup->quantity->min),
        )->problems;
        $refused = array_map(
            static fn(AnswerProblem $p): ?string => 'missing' === $p->code ? null : $p->option,
            $problems,
        );
        $isMet = fn(AnswerProblem $p): bool => 'missing' !== $p->code ||
            null === $p->option ||
            (!in_array($p->option, $refused, true) && true === $this->setup->option($p->option)?->kind->isChoice());
        $met = array_filter($problems, $isMet);

        return implode(
            ' ',
            array_slice(array_map(static fn(AnswerProblem $p): string => $p->message, array_values($met)), 0, 2),
        );
    }

    /**
     * @param list<Listed> $rows that are sold
     *
     * @return array{count: string, least: string|null, greatest: string|null}|null null where prices cannot be compared
     */
    private function prices(array $rows, bool $most): ?array
    {
        $count = 0;
        $least = $greatest = null;
        $first = [];
        $text = fn(?BigDecimal $amount): ?string => null === $amount
            ? null
            : Amount::text($amount, $this->setup->currency);
        foreach ($rows as $row) {
            if (null === $row['price'] || null === $row['state']) {
                continue;
            }
            try {
                $ours = $this->price->of($row['state'], $most);
            } catch (NotExact $e) {
                $this->result->reasons[$most ? 'dearest' : 'repriced'] =
                    'Prices cannot be compared: ' . $e->getMessage() . '.';

                return null;
            }
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
                $first[] = [
                    'pick' => (object) StateText::pick($this->setup, $row['state']),
                    'old' => $text($row['price']),
                    'new' => $text($ours),
                    'line' => $row['line'],
                ];
            }
        }
        if (!$most) {
            $this->result->first['repriced'] = $first;
        }

        return DiffResult::figures($count, $least, $greatest, $this->setup->currency);
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
            $line = $appraiser->appraise(GivenState::of($this->setup, $row['state'], $this->setup->quantity->min))
                ->line;
            $variant = $stock->row($row['state']);
            $at = $variant->at ?? '/item';
            $ours = [
                'sku' => $line->sku,
                'image' => $line->image,
                'stock' => null === $variant ? $this->setup->item->stock : $variant->stock,
            ];
            foreach ($ours as $what => $value) {
                $wanted = $row[$what];
                if (null !== $wanted && !self::isSame($wanted, $value)) {
                    $found =
                        null === $value ? null : ($value instanceof BigDecimal ? PlainDecimal::of($value) : $value);
                    $changes[] = new DocumentChange(
                        $at . '/' . $what,
                        'new',
                        $wanted,
                        $found,
                        sprintf(
                            '%s – the list says %s %s, the setup %s.',
                            $row['words'],
                            'sku' === $what ? 'SKU' : ('image' === $what ? 'picture' : $what),
                            $wanted,
                            $found ?? 'none',
                        ),
                    );
                }
            }
        }

        return $changes;
    }

    private static function isSame(string $wanted, BigDecimal|string|null $found): bool
    {
        if (!($found instanceof BigDecimal)) {
            return $wanted === $found;
        }
        try {
            return $found->isEqualTo(trim($wanted));
        } catch (MathException) {
            return false;
        }
    }
}
