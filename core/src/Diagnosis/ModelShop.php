<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Cart\Appraisal;
use Ithrel\Core\Cart\AppraisalText;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Compare\Cells;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Steps;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Setup;

/**
 * What a shop would do with a check that has exactly this setup.
 */
final class ModelShop
{
    private const STAGES = ['cart', 'checkout', 'order'];

    private readonly Reach $reach;
    private readonly Steps $steps;
    private readonly Appraiser $appraiser;
    private readonly AppraisalText $text;

    /** @var array<string, Visit> number of a check and of the visit => where its clicks lead */
    private array $visits = [];

    /**
     * @param self|null $pageOf a shop whose page does the same with every click
     * @param list<string> $askedWhileHidden codes of options that it asks for where they are hidden
     */
    public function __construct(
        private readonly Setup $setup,
        private readonly ?self $pageOf = null,
        private readonly array $askedWhileHidden = [],
    ) {
        $this->reach = new Reach($setup, true);
        $this->steps = new Steps($this->reach->board->page);
        $this->appraiser = new Appraiser($this->reach);
        $this->text = new AppraisalText($setup);
    }

    public function try(Check $check): Found
    {
        $lines = [];
        $page = $offered = null;
        $fields = [];
        foreach (array_keys($check->visits) as $i) {
            $visit = $this->visit($check, $i);
            if (null !== $visit->refused) {
                return new Found($visit->refused, null, null, false, [], []);
            }
            $offered = $visit->offered;
            $appraisal = $this->appraiser->appraise(GivenState::of($this->setup, $visit->state, $check->quantity[$i]));
            $seen = $this->line($appraisal);
            $page = [
                'unitPrice' => self::amount($seen, 'unitPrice'),
                'total' => self::amount($seen, 'total'),
                'entries' => self::entries($seen, 'page'),
                'image' => is_string($seen['image'] ?? null) ? $seen['image'] : null,
            ];
            $isSent = null !== $check->sent && $i === count($check->visits) - 1;
            if ($isSent) {
                $appraisal = $this->appraiser->appraise($this->read($check->sent ?? [], $check->quantity[$i]));
            }
            $fields = array_values(array_unique([...$this->problems($appraisal), ...$isSent ? [] : $visit->misread]));
            if ([] === $fields) {
                $lines[] = $isSent ? $this->line($appraisal) : $seen;
            }
        }
        if ([] !== $fields) {
            return new Found(null, $offered, $page, false, $fields, []);
        }
        $stages = [];
        $sum = Cells::sum(array_map(static fn(array $line): ?string => self::amount($line, 'total'), $lines));
        foreach (self::STAGES as $stage) {
            $stages[$stage] = [
                'lines' => array_map(
                    static fn(array $line): array => ['entries' => self::entries($line, $stage)] + $line,
                    $lines,
                ),
                'total' => $sum,
            ];
        }

        return new Found(null, $offered, $page, true, [], $stages);
    }

    private function visit(Check $check, int $number): Visit
    {
        $key = $check->number . ' ' . $number;

        return $this->visits[$key] ??= $this->pageOf?->visit($check, $number) ?? $this->clicked($check, $number);
    }

    private function clicked(Check $check, int $number): Visit
    {
        $page = $this->reach->board->page;
        $state = $this->steps->opening();
        $misread = [];
        foreach ($check->visits[$number] as $click) {
            $option = $this->setup->option($click->option);
            if (null === $option || !$page->isShown($option, $state)) {
                return new Visit($state, [], null, $click->option);
            }
            unset($misread[$option->code]);
            $given =
                null === $click->answer
                    ? null
                    : $this->read([$option->code => $click->answer], $this->setup->quantity->min);
            $answer = $given->state->answers[$option->index] ?? null;
            $isChosen = is_array($answer) && [] !== $option->values;
            if (
                ($isChosen && [] !== array_diff($answer, $page->allowed($option, $state))) ||
                ($option->kind->isChoice() && [] !== ($given->problems ?? []))
            ) {
                return new Visit($state, [], null, $click->option);
            }
            if ([] !== ($given->problems ?? [])) {
                $misread[$option->code] = $option->code;
            }
            $state = $this->steps->click($state, $option->index, $answer);
        }

        return new Visit($state, array_values($misread), $this->isOffered($check, $state), null);
    }

    private function isOffered(Check $check, State $state): ?bool
    {
        if (null === $check->offered) {
            return null;
        }
        $page = $this->reach->board->page;
        $option = $this->setup->option($check->offered[0]);
        if (null === $option || !$page->isShown($option, $state)) {
            return false;
        }
        $value = null === $check->offered[1] ? null : $option->value($check->offered[1]);

        return null === $check->offered[1] ||
            (null !== $value && in_array($value->index, $page->allowed($option, $state), true));
    }

    /**
     * @param array<string, mixed> $pick
     */
    private function read(array $pick, int $quantity): GivenState
    {
        /** @var \stdClass $document */
        $document = json_decode(
            json_encode(
                ['pick' => (object) $pick, 'quantity' => $quantity],
                JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
            ),
            false,
            32,
            JSON_THROW_ON_ERROR,
        );

        return GivenState::read($this->setup, $document);
    }

    /**
     * Fields that a refusal names; guards say what a page should not do, not what it does.
     *
     * @return list<string>
     */
    private function problems(Appraisal $appraisal): array
    {
        $fields = [];
        foreach ($appraisal->problems as $problem) {
            if (!in_array($problem->code, ['guard', 'formula'], true)) {
                $fields[] =
                    'quantity' === $problem->code
                        ? 'quantity'
                        : $problem->option ?? ($this->setup->isEnough($this->setup->item->stock) ? 'row' : 'item');
            }
        }

        foreach ($this->askedWhileHidden as $code) {
            $option = $this->setup->option($code);
            if (
                null !== $option &&
                !$appraisal->state->has($option->index) &&
                !$this->reach->board->page->isShown($option, $appraisal->state)
            ) {
                $fields[] = $code;
            }
        }

        return $fields;
    }

    /**
     * @return array<string, mixed>
     */
    private function line(Appraisal $appraisal): array
    {
        $text = $this->text->toArray($appraisal);
        /** @var array<string, mixed> $line */
        $line = $text['line'];

        return $line + [
            'unitPrice' => $text['unitPrice'],
            'lineTotal' => $text['lineTotal'],
            'total' => $text['total'],
            'ownLines' => $text['ownLines'],
        ];
    }

    /**
     * @param array<string, mixed> $line
     */
    private static function amount(array $line, string $key): ?string
    {
        return is_string($line[$key] ?? null) ? $line[$key] : null;
    }

    /**
     * @param array<string, mixed> $line
     *
     * @return list<mixed> what a stage shows of it
     */
    private static function entries(array $line, string $stage): array
    {
        $entries = is_array($line['entries'] ?? null) ? $line['entries'][$stage] ?? [] : [];

        return is_array($entries) ? array_values($entries) : [];
    }
}
