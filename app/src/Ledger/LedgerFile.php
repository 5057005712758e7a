<?php

declare(strict_types=1);

namespace Ithrel\App\Ledger;

use Brick\Math\BigDecimal;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\LedgerRow;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Table\Csv;

/**
 * A ledger sheet as a file to keep or to send.
 */
final class LedgerFile
{
    /**
     * @param list<LedgerRow> $rows
     */
    public static function text(Setup $setup, array $rows, bool $csv): string
    {
        $amount = static fn(?BigDecimal $a): string => null === $a ? '' : Amount::text($a, $setup->currency);
        $table = array_map(
            static fn(LedgerRow $r): array => [$r->label, $r->basis, $amount($r->amount), $amount($r->running), $r->at],
            $rows,
        );
        if ($csv) {
            return Csv::text([['What', 'How', 'Amount, ' . $setup->currency->code, 'Comes to', 'Place'], ...$table]);
        }
        $text = '';
        foreach ($table as [$what, $how, $sum, $running]) {
            $what = (string) preg_replace('/[\x00-\x1F\x7F]|\xC2[\x80-\x9F]/', '?', $what);
            $text .= sprintf(
                "%s%s %14s %14s  %s\n",
                $what,
                str_repeat(' ', max(0, 34 - mb_strwidth($what))),
                $sum,
                $running,
                $how,
            );
        }

        return $text;
    }
}
