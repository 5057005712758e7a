<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Cart\Appraisal;
use Ithrel\Core\Cart\AppraisalText;
use Ithrel\Core\Price\LedgerEntry;
use Ithrel\Core\Setup\Charge\Workings;
use Ithrel\Core\Setup\Setup;

/**
 * What has to come of a state that is bought: its cart line, and the places of the document that have a share in it.
 *
 * @phpstan-import-type Line from Check
 */
final readonly class Expected
{
    private AppraisalText $form;

    public function __construct(private Setup $setup)
    {
        $this->form = new AppraisalText($setup);
    }

    /** Key of the charge that holds the value of its formula. */
    public static function bound(Workings $held): string
    {
        return null !== $held->value && $held->value->isLessThan($held->amount) ? '/min' : '/max';
    }

    /**
     * @return Line
     */
    public function line(Appraisal $appraisal): array
    {
        $text = $this->form->toArray($appraisal);
        /** @var array<string, mixed> $carried */
        $carried = $text['line'];
        /** @var Line $line */
        $line = $carried + [
            'unitPrice' => $text['unitPrice'],
            'lineTotal' => $text['lineTotal'],
            'total' => $text['total'],
            'ownLines' => $text['ownLines'],
        ];

        return $line;
    }

    /**
     * @return list<string>
     */
    public function charged(Appraisal $appraisal, int $quantity): array
    {
        $quote = $appraisal->quote;
        $places = array_map(static fn(LedgerEntry $e): string => $e->at, $quote->ledger);
        foreach ($quote->ownLines as $own) {
            $places[] = $own->value->at . '/line';
        }
        $offGrid =
            null !== $quote->running && null !== $quote->unitPrice && !$quote->running->isEqualTo($quote->unitPrice);
        foreach ($quote->ledger as $entry) {
            if (null !== $entry->workings?->value) {
                $places[] = $entry->at . self::bound($entry->workings);
            }
            $offGrid =
                $offGrid ||
                (null !== $entry->workings &&
                    $entry->workings->amount->strippedOfTrailingZeros()->getScale() >
                        $this->setup->currency->minorUnits);
        }

        return [$quote->baseAt, ...$places, ...$offGrid ? ['/rounding'] : [], ...$quantity > 1 ? ['/quantity'] : []];
    }

    /**
     * @return list<string> places of the chosen values, and of the options that are filled in
     */
    public function chosen(State $state): array
    {
        $places = [];
        foreach ($state->answers as $index => $answer) {
            $option = $this->setup->options[$index];
            foreach (is_array($answer) ? $answer : [] as $value) {
                $places[] = $option->values[$value]->at;
            }
            if (!is_array($answer)) {
                $places[] = $option->at;
            }
        }

        return $places;
    }
}
