<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

use Ithrel\Core\Limit\Candidates;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Option;

/**
 * The boundary sheets of a setup: of every input, of every several with picks, of the quantity, and of every choice
 * that is required.
 */
final readonly class Boundaries
{
    private Judge $judge;

    /**
     * @param array<string, list<string>> $samples option => texts that a tester gave as fitting its pattern
     */
    public function __construct(private Reach $reach, private array $samples = [])
    {
        $this->judge = new Judge($reach->setup);
    }

    /**
     * @param list<string>|null $options codes; null for all options and the quantity
     *
     * @return iterable<BoundarySheet> in display order, the quantity's last
     *
     * @throws TooLarge where it is not known which states clicks reach
     */
    public function sheets(?array $options = null): iterable
    {
        $requirements = new Requirements($this->reach);
        foreach ($this->reach->setup->options as $option) {
            if ((null === $options || in_array($option->code, $options, true)) && $this->hasSheet($option)) {
                $candidates = $this->candidates($option);
                yield new BoundarySheet(
                    $option->code,
                    $option->at,
                    $option->name(),
                    $option->kind->value,
                    $requirements->of($option),
                    $this->rows($option, $candidates),
                    $candidates->left,
                );
            }
        }
        if (null === $options) {
            yield $this->quantity();
        }
    }

    /**
     * The rows of an option's sheet that a plan tries, each with the key of the document that sets the limit.
     *
     * @return iterable<array{BoundaryRow, string}>
     */
    public function edges(Option $option): iterable
    {
        foreach ($this->hasSheet($option) ? $this->candidates($option)->edges() : [] as [$answer, $about, $key]) {
            if (!is_int($answer)) {
                yield [$this->judge->answer($option, $answer, $about), $key];
            }
        }
    }

    /** The sheet of one option, without saying when it is required. */
    public function candidates(Option $option): Candidates
    {
        $to = new Candidates();
        $option->type?->candidates($to, $this->reach->setup->today->day, $this->samples[$option->code] ?? []);
        if (null !== $option->picks) {
            (new PickCandidates($option))->into($to);
        }

        return $to;
    }

    private function hasSheet(Option $option): bool
    {
        $picks = $option->picks;

        return $option->kind->isInput() ||
            (null !== $picks && ($picks->min > 0 || null !== $picks->max)) ||
            ($option->required && $option->kind->isChoice());
    }

    /**
     * @return list<BoundaryRow>
     */
    private function rows(Option $option, Candidates $candidates): array
    {
        $rows = $option->required ? [$this->judge->missing($option)] : [];
        foreach ($candidates as [$answer, $about]) {
            $rows[] = $this->judge->answer($option, is_int($answer) ? (string) $answer : $answer, $about);
        }

        return $rows;
    }

    private function quantity(): BoundarySheet
    {
        $to = new Candidates();
        (new QuantityCandidates($this->reach->setup->quantity))->into($to);
        $rows = [];
        foreach ($to as [$answer, $about]) {
            $rows[] = is_array($answer)
                ? throw new \LogicException('A quantity is one number.')
                : $this->judge->quantity($answer, $about);
        }

        return new BoundarySheet(
            null,
            '/quantity',
            'Quantity',
            'quantity',
            new Requirement(Requirement::ALWAYS, null, null, ['form', 'express'], false),
            $rows,
            $to->left,
        );
    }
}
