<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Cart\CartLineBuilder;
use Ithrel\Core\Decimal\AmountReader;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Plan\InputSamples;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Holds a price sheet against the setup, row by row.
 *
 * A row's state is what clicks make of the page as it opens: the options named are answered in walk order, an empty
 * cell leaves its option empty; options that the sheet does not name keep their default, or are left empty. Inputs that
 * have to be answered and are no columns take the ordinary answer that costs the least: a price list seldom has a
 * column for a name.
 */
final class PriceSheetCheck
{
    private readonly Appraiser $appraiser;
    private readonly CartLineBuilder $lines;

    /** @var array<int, list<Input>>|null option => ordinary answers, where some row needs them */
    private ?array $samples = null;

    public function __construct(private readonly Reach $reach)
    {
        $this->appraiser = new Appraiser($reach);
        $this->lines = new CartLineBuilder($reach->setup);
    }

    /**
     * @return list<SheetRow>
     */
    public function check(PriceSheet $sheet): array
    {
        $readers = $rows = [];
        $currency = $this->reach->setup->currency;
        foreach ($sheet->columns as $c => $column) {
            $readers[] = (new AmountReader($currency->code, $currency->minorUnits))->ofColumn(
                in_array($column->role, [SheetColumn::TOTAL, SheetColumn::UNIT], true)
                    ? array_column($sheet->rows, $c)
                    : [],
            );
        }
        foreach ($sheet->rows as $i => $cells) {
            $rows[] = $this->row($i + 1, $sheet, $cells, $readers);
        }

        return $rows;
    }

    /**
     * @param list<string> $cells
     * @param list<AmountReader> $readers by column
     */
    private function row(int $number, PriceSheet $sheet, array $cells, array $readers): SheetRow
    {
        $setup = $this->reach->setup;
        $given = $unreadable = [];
        $quantity = $setup->quantity->min;
        $expected = null;
        $isUnit = false;
        foreach ($sheet->columns as $c => $column) {
            $cell = $cells[$c];
            switch ($column->role) {
                case SheetColumn::OPTION:
                    $option = $setup->options[$column->option ?? 0];
                    $answer = CellAnswer::of($option, $cell);
                    if (null === $answer && !CellAnswer::meansNone($option, $cell)) {
                        $unreadable[] = sprintf(
                            '%s cannot be "%s".',
                            $option->name(),
                            mb_strimwidth($cell, 0, 60, '…', 'UTF-8'),
                        );
                    }
                    $given[$option->index] = $answer;
                    break;
                case SheetColumn::QUANTITY:
                    if (1 === preg_match('/^\d{1,9}$/D', $cell)) {
                        $quantity = (int) $cell;
                    } elseif ('' !== $cell) {
                        $unreadable[] = sprintf('"%s" is no quantity.', $cell);
                    }
                    break;
                case SheetColumn::TOTAL:
                case SheetColumn::UNIT:
                    if (null === $expected && '' !== $cell) {
                        $read = $readers[$c]->read($cell);
                        $expected = $read->isSure() ? $read->amount : null;
                        $isUnit = SheetColumn::UNIT === $column->role;
                        if (null === $expected) {
                            $unreadable[] = $read->why($cell);
                        }
                    }
            }
        }
        if ([] === $unreadable && null === $expected) {
            $unreadable[] = 'Nothing is expected here.';
        }
        if ([] !== $unreadable) {
            return new SheetRow(
                $number,
                SheetRow::UNREADABLE,
                $unreadable,
                [],
                new State(),
                $quantity,
                $expected,
                null,
            );
        }
        [$state, $assumed] = $this->clicked($given);
        $appraisal = $this->appraiser->appraise(GivenState::of($setup, $state, $quantity));
        $ours = $isUnit ? $appraisal->quote->unitPrice : $appraisal->quote->total;
        $problems = array_map(static fn(AnswerProblem $p): string => $p->message, $appraisal->problems);
        foreach ($given as $index => $answer) {
            // A click on what is not shown or not allowed comes to nothing; so does one that is dropped later.
            if (null !== $answer && (is_array($answer) ? $answer !== $state->picked($index) : !$state->has($index))) {
                $problems[] = sprintf(
                    '%s cannot be %s with the other answers.',
                    $setup->options[$index]->name(),
                    $this->words($setup->options[$index], $answer),
                );
            }
        }
        $verdict = match (true) {
            [] !== $problems => SheetRow::UNREACHABLE,
            true === $ours?->isEqualTo($expected) => SheetRow::AGREES,
            default => SheetRow::DIFFERS,
        };
        // What was not looked at may be what makes the difference: nothing is said of such a row.
        $unused = SheetRow::AGREES === $verdict ? [] : $sheet->unused($cells);
        if ([] !== $unused) {
            $problems = [
                sprintf(
                    'The column %s is not one of the setup\'s, so the row was not read.',
                    implode(', ', array_map(static fn(string $h): string => '“' . $h . '”', $unused)),
                ),
            ];
            $verdict = SheetRow::UNREADABLE;
        }

        return new SheetRow($number, $verdict, $problems, $assumed, $state, $quantity, $expected, $ours);
    }

    /**
     * @param array<int, non-empty-list<int>|Input|null> $given
     *
     * @return array{State, list<string>}
     */
    private function clicked(array $given): array
    {
        $page = $this->reach->board->page;
        $state = $page->opening();
        foreach ($this->reach->board->dependencies->walk as $index) {
            if (array_key_exists($index, $given) && $page->isShown($this->reach->setup->options[$index], $state)) {
                $state = $page->click($state, $index, $given[$index]);
            }
        }
        foreach ($this->reach->board->dependencies->walk as $index) {
            $option = $this->reach->setup->options[$index];
            if (
                $option->required &&
                $option->kind->isInput() &&
                !array_key_exists($index, $given) &&
                !$state->has($index) &&
                $page->isShown($option, $state)
            ) {
                $state = $this->answered($option, $state);
            }
        }
        $assumed = [];
        foreach ($this->reach->setup->options as $option) {
            if (
                !array_key_exists($option->index, $given) &&
                Kind::Note !== $option->kind &&
                $page->isShown($option, $state)
            ) {
                $assumed[] = sprintf(
                    '%s: %s',
                    $option->name(),
                    $state->has($option->index) ? $this->lines->carried($option, $state) : 'left empty',
                );
            }
        }

        return [$state, $assumed];
    }

    /** With the ordinary answer that costs the least; the state as it is where none is known. */
    private function answered(Option $option, State $state): State
    {
        $this->samples ??= InputSamples::of($this->reach->board->page);
        $cheapest = null;
        $least = null;
        foreach ($this->samples[$option->index] ?? [] as $sample) {
            $after = $this->reach->board->page->click($state, $option->index, $sample);
            $price = $this->appraiser->appraise(
                GivenState::of($this->reach->setup, $after, $this->reach->setup->quantity->min),
            )->quote->total;
            if (null === $cheapest || (null !== $price && (null === $least || $price->isLessThan($least)))) {
                [$cheapest, $least] = [$after, $price];
            }
        }

        return $cheapest ?? $state;
    }

    /**
     * @param non-empty-list<int>|Input $answer
     */
    private function words(Option $option, array|Input $answer): string
    {
        return $this->lines->carried($option, new State([$option->index => $answer]));
    }

    /**
     * A row's state in the form in which states are handed in.
     *
     * @return array<string, string|bool|list<string>>
     */
    public function pick(SheetRow $row): array
    {
        return StateText::pick($this->reach->setup, $row->state);
    }
}
