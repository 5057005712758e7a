<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Cover;

use Ithrel\Core\Work\Budget;

/**
 * Rows in which every answer occurs, where pairs are too many to be told apart: each row has as many new answers as
 * anything selectable can have.
 */
final class AnswerRows
{
    /**
     * @return list<array<int, int>> each row cell => answer
     */
    public static function of(Meetings $meetings): array
    {
        $open = $meetings->numbers;
        $rows = [];
        for ($left = PHP_INT_MAX; [] !== $open && count($open, COUNT_RECURSIVE) < $left; ) {
            Budget::ask();
            $left = count($open, COUNT_RECURSIVE);
            $row = [];
            foreach ($meetings->live->withMost($open) as $cell => $letter) {
                $row[$cell] = $meetings->numbers[$cell][$letter];
                unset($open[$cell][$letter]);
                if ([] === ($open[$cell] ?? null)) {
                    unset($open[$cell]);
                }
            }
            $rows[] = $row;
        }

        return $rows;
    }
}
