<?php

declare(strict_types=1);

namespace Ithrel\Shop;

use Brick\Math\BigDecimal;

/**
 * The stand-in shop behind its addresses: product page, cart, checkout, order. It keeps a session, checks everything
 * again itself, and answers as data; pages for people are made from the same answers.
 *
 * @phpstan-import-type Answers from Form
 * @phpstan-import-type Line from Till
 *
 * @phpstan-type Session array{
 *     answers: Answers,
 *     memory: Memory,
 *     lines: list<array{key: string, item: string, line: Line}>,
 * }
 */
final class Shop
{
    private readonly Form $form;
    private readonly Till $till;
    private readonly Faults $faults;

    /** @var Answers */
    private array $answers;

    /** @var list<array{item: string, answers: Answers, line: Line}> */
    private array $lines;

    /**
     * @param array<string, mixed> $document of the item that is looked at
     * @param array<string, mixed> $session what earlier requests left; empty for a new one
     * @param list<string> $faults names of the faults that are on
     */
    public function __construct(
        private readonly string $item,
        array $document,
        array $session,
        array $faults,
        string $today,
    ) {
        $memory = $session['memory'] ?? null;
        $this->faults = new Faults($faults, $memory instanceof Memory ? $memory : null);
        $this->form = new Form($document, $this->faults, $today);
        $this->till = new Till($this->form, $this->faults);
        /** @var list<array{item: string, answers: Answers, line: Line}> $lines */
        $lines = $session['lines'] ?? [];
        $this->lines = $lines;
        $this->answers =
            ($session['item'] ?? null) === $item && isset($session['answers']) && is_array($session['answers'])
                ? $this->form->ordered(Read::map($session, 'answers'))
                : $this->form->opening();
    }

    /**
     * What the next request has to be given.
     *
     * @return array<string, mixed>
     */
    public function session(): array
    {
        return [
            'item' => $this->item,
            'answers' => $this->answers,
            'memory' => $this->faults->memory,
            'lines' => $this->lines,
        ];
    }

    public function form(): Form
    {
        return $this->form;
    }

    /**
     * The product page opened anew.
     */
    public function reopen(): void
    {
        $this->faults->memory->dropped = $this->faults->memory->seen = $this->faults->memory->emptied = [];
        $this->answers = $this->form->opening();
    }

    /**
     * One click on the page. What the page does not show or offer cannot be clicked.
     *
     * @return bool whether the page took it
     */
    public function click(string $code, mixed $answer): bool
    {
        if (!isset($this->form->options[$code]) || !$this->form->isShown($code, $this->answers)) {
            return false;
        }
        $kind = Read::text($this->form->options[$code], 'kind');
        if (
            null !== $answer &&
            in_array($kind, ['one', 'part', 'several'], true) &&
            [] !==
                array_diff(array_filter((array) $answer, is_string(...)), $this->form->offered($code, $this->answers))
        ) {
            return false;
        }
        if (!is_string($answer) && !is_bool($answer) && !is_array($answer) && null !== $answer) {
            return false;
        }
        /** @var string|true|list<string>|null $clicked */
        $clicked = false === $answer ? null : $answer;
        $this->answers = $this->form->click($this->answers, $code, $clicked);

        return true;
    }

    /**
     * The product page as it stands.
     *
     * @return array<string, mixed>
     */
    public function page(int $quantity = 1): array
    {
        $options = [];
        foreach ($this->form->options as $code => $option) {
            $code = $code;
            $isShown = $this->form->isShown($code, $this->answers);
            $options[] = [
                'code' => $code,
                'shown' => $isShown,
                'required' => true === ($option['required'] ?? false),
                'offered' => $isShown ? $this->form->offered($code, $this->answers) : [],
                'answer' => $this->answers[$code] ?? null,
            ];
        }
        $line = $this->till->line($this->answers, $quantity);

        return [
            'options' => $options,
            'unitPrice' => $line['unitPrice'],
            'total' => $this->faults->stageTotal($line['total'], 'page'),
            'entries' => $line['entries']['page'] ?? [],
            'image' => $line['image'],
        ];
    }

    /**
     * Puts what the page has, or what was sent past it, into the cart, if the server takes it.
     *
     * @param array<string, mixed>|null $answers null: as the page has them
     * @param 'form'|'express' $route
     *
     * @return array{accepted: bool, problems: list<array{field: string, message: string}>}
     */
    public function add(?array $answers, int $quantity, string $route): array
    {
        $given = null === $answers ? $this->answers : $this->form->ordered($answers);
        $problems = $this->problems($given, $answers ?? [], $quantity, $route);
        if ([] !== $problems) {
            return ['accepted' => false, 'problems' => $problems];
        }
        $line = $this->till->line($given, $quantity);
        foreach ($this->lines as $i => $other) {
            if ($other['item'] === $this->item && $this->faults->merges($other['answers'] === $given)) {
                $this->lines[$i]['line'] = $this->till->line($other['answers'], $other['line']['quantity'] + $quantity);

                return ['accepted' => true, 'problems' => []];
            }
        }
        $this->lines[] = ['item' => $this->item, 'answers' => $given, 'line' => $line];

        return ['accepted' => true, 'problems' => []];
    }

    /**
     * The page as a form without a script left it, so that nothing has to be typed anew.
     *
     * @param array<string, mixed> $answers
     */
    public function fill(array $answers): void
    {
        $this->answers = $this->form->ordered($answers);
    }

    public function emptyCart(): void
    {
        $this->lines = [];
    }

    /**
     * Cart, checkout or order, as that stage shows it.
     *
     * @return array{lines: list<array<string, mixed>>, total: string|null}
     */
    public function stage(string $stage): array
    {
        $lines = [];
        $total = BigDecimal::zero();
        foreach ($this->lines as ['line' => $line]) {
            $lines[] = ['entries' => $line['entries'][$stage] ?? []] + $line;
            $total = null === $line['total'] ? null : $total?->plus($line['total']);
        }

        return [
            'lines' => $lines,
            'total' => $this->faults->stageTotal(null === $total ? null : (string) $total, $stage),
        ];
    }

    /**
     * @param Answers $answers
     * @param array<string, mixed> $sent as they came
     *
     * @return list<array{field: string, message: string}>
     */
    private function problems(array $answers, array $sent, int $quantity, string $route): array
    {
        $problems = [];
        $say = static function (string $field, string $message) use (&$problems): void {
            $problems[] = ['field' => $field, 'message' => $message];
        };
        foreach (array_keys($sent) as $code) {
            if (!isset($this->form->options[$code])) {
                $say($code, 'There is no such field.');
            }
        }
        $fitting = $this->form->fitting($answers);
        foreach ($answers as $code => $answer) {
            if (($fitting[$code] ?? null) !== $answer) {
                $say($code, 'This cannot be chosen here.');
            }
            foreach ((new Inputs($this->form, $this->faults))->problems($code, $answer) as $reason) {
                $say($code, 'Not taken: ' . $reason . '.');
            }
        }
        foreach ($this->form->options as $code => $option) {
            $code = $code;
            $isShown = $this->form->isShown($code, $answers);
            $requires =
                'note' !== Read::text($option, 'kind') &&
                $this->faults->requires(true === ($option['required'] ?? false), $isShown);
            if ($requires && !isset($answers[$code]) && $this->faults->checksRequired(true, $route)) {
                $say($code, 'This is needed.');
            }
            if ('several' === Read::text($option, 'kind') && isset($answers[$code]) && isset($option['picks'])) {
                $count = count((array) $answers[$code]);
                $picks = Read::map($option, 'picks');
                if ($count < Read::whole($picks, 'min', 0) || $count > Read::whole($picks, 'max', PHP_INT_MAX)) {
                    $say($code, 'Too few or too many are picked.');
                }
            }
        }
        $rule = Read::map($this->form->document, 'quantity');
        $min = Read::whole($rule, 'min', 1);
        if (
            $quantity < $min ||
            $quantity > Read::whole($rule, 'max', PHP_INT_MAX) ||
            0 !== ($quantity - $min) % max(1, Read::whole($rule, 'step', 1))
        ) {
            $say('quantity', 'This quantity cannot be bought.');
        }
        if ([] === $problems && $this->faults->checksStock(true)) {
            foreach ((new Stock($this->form))->missing($answers) as $field) {
                $say($field, 'This is sold out.');
            }
        }

        return $problems;
    }
}
