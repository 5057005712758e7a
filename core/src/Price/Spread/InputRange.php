<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\Completions;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Formula\Shape;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\Measured;
use Ithrel\Core\Limit\NumberSet;
use Ithrel\Core\Limit\Type\TextSamples;
use Ithrel\Core\Reach\Board;
use Ithrel\Core\Setup\Charge\CountedCharge;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Setup\Option;

/**
 * The answers of inputs among which the least and the most of some charges lie: every permitted one where they are
 * few; the ends of each class of input where the formulas only rise or only fall; else ends and a sample, which is
 * said.
 */
final class InputRange
{
    /** Answers of one input that are all looked at. */
    private const FEW = 60;

    /** Answers of one input that stand for the rest where they are sampled. */
    private const SAMPLE = 40;

    /** @var list<string> codes of inputs that are sampled */
    public readonly array $sampled;

    /** @var list<string> codes of inputs that have no most */
    public readonly array $open;

    private readonly Completions $completions;

    /**
     * @param list<int> $inputs options, in walk order
     * @param list<int> $dependents choices whose conditions ask the inputs
     * @param list<FormulaCharge> $formulas that ask them
     */
    public function __construct(
        private readonly Board $board,
        array $inputs,
        array $dependents,
        private readonly array $formulas,
    ) {
        $filled = $sampled = $open = [];
        foreach ($inputs as $index) {
            $option = $board->setup->options[$index];
            if ([] === $board->page->inputs[$index]) {
                $filled[$index] = [];
                continue;
            }
            [$filled[$index], $isSampled, $isOpen] = $this->answers($option);
            if ($isSampled) {
                $sampled[] = $option->code;
            }
            if ($isOpen) {
                $open[] = $option->code;
            }
        }
        $this->completions = new Completions($board->page, $inputs, $dependents, $filled);
        $this->sampled = $sampled;
        $this->open = $open;
    }

    /**
     * The choices with every candidate answer of the inputs that the page can lead to with them.
     *
     * @return iterable<State>
     */
    public function candidates(State $choices): iterable
    {
        return $this->completions->of($choices);
    }

    /**
     * @return array{list<Input>, bool, bool} answers, whether they are a sample, whether there is no most
     */
    private function answers(Option $option): array
    {
        if (null === $option->charge && !$this->isAsked($option)) {
            // It has no share in the price but by conditions, and those tell its classes apart.
            return [$this->board->page->inputs[$option->index], false, false];
        }

        return match ($option->kind->measured()) {
            Measured::Value => $this->numbers($option),
            Measured::Characters => $this->texts($option),
            Measured::Files => $this->files($option),
            Measured::Picks, null => [$this->board->page->inputs[$option->index], false, false],
        };
    }

    private function isAsked(Option $option): bool
    {
        foreach ($this->formulas as $charge) {
            if (in_array($option->code, array_column($charge->formula->names(), 'name'), true)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @return array{list<Input>, bool, bool}
     */
    private function numbers(Option $option): array
    {
        $limits = $option->number ?? throw new \LogicException('A number has limits.');
        $set = NumberSet::of($limits);
        $all = $set->all(null, true, null, true, self::FEW);
        if (null !== $all) {
            return [array_map(static fn(BigDecimal $n): Input => Input::number($n), $all), false, false];
        }
        $marks = [];
        foreach ($this->board->dependencies->testsByOption()[$option->index] ?? [] as $test) {
            foreach ($test->marks() as $mark) {
                $marks[(string) $mark->strippedOfTrailingZeros()] = $mark;
            }
        }
        usort($marks, static fn(BigDecimal $a, BigDecimal $b): int => $a->compareTo($b));
        $ends = [];
        $low = null;
        foreach ([...$marks, null] as $mark) {
            foreach (
                null === $mark ? [[$low, null, false]] : [[$low, $mark, false], [$mark, $mark, true]]
                as [$from, $to, $in]
            ) {
                foreach ([$set->first($from, $in, $to, $in), $set->last($from, $in, $to, $in)] as $end) {
                    if (null !== $end) {
                        $ends[(string) $end] = $end;
                    }
                }
            }
            $low = $mark;
        }
        $isMonotone = $this->isMonotone($option->code);
        if (!$isMonotone && null !== $limits->min && null !== $limits->max) {
            $width = $limits->max->minus($limits->min);
            for ($i = 1; $i < self::SAMPLE; ++$i) {
                $near = $set->near(
                    $limits->min->plus(
                        $width->multipliedBy($i)->dividedBy(self::SAMPLE, 8, \Brick\Math\RoundingMode::Down),
                    ),
                );
                if (null !== $near) {
                    $ends[(string) $near] = $near;
                }
            }
        }

        return [
            array_values(array_map(static fn(BigDecimal $n): Input => Input::number($n), $ends)),
            !$isMonotone,
            null === $limits->max || (!$isMonotone && null === $limits->min),
        ];
    }

    /**
     * @return array{list<Input>, bool, bool}
     */
    private function texts(Option $option): array
    {
        $limits = $option->text ?? throw new \LogicException('A text has limits.');
        $samples = new TextSamples($limits);
        if ($samples->areOfPattern()) {
            return [$this->ofLengths($option, $samples, $samples->lengths()), false, false];
        }
        $least = max(1, $limits->min ?? 1);
        $most = $limits->max;
        if (null === $most) {
            return [$this->ofLengths($option, $samples, [$least]), false, true];
        }
        $isMonotone = $this->isMonotone('chars:' . $option->code);
        if (!$isMonotone && $most - $least <= self::FEW) {
            return [$this->ofLengths($option, $samples, range($least, $most)), false, false];
        }
        $lengths = [$least, $most];
        for ($i = 1; !$isMonotone && $i < self::SAMPLE; ++$i) {
            $lengths[] = $least + intdiv(($most - $least) * $i, self::SAMPLE);
        }

        return [$this->ofLengths($option, $samples, $lengths), !$isMonotone, false];
    }

    /**
     * Texts of these lengths. Where blanks are not charged, each with as few and as many characters that are: a formula
     * counts all of them, the charge by the letter only those.
     *
     * @param list<int> $lengths
     *
     * @return list<Input>
     */
    private function ofLengths(Option $option, TextSamples $samples, array $lengths): array
    {
        $texts = [];
        foreach ($lengths as $length) {
            $text = $samples->ofLength($length) ?? str_repeat('x', $length);
            $spaced = mb_substr($text, 0, 1, 'UTF-8') . str_repeat(' ', max(0, $length - 1));
            if ($option->charge instanceof CountedCharge && $option->charge->skipSpaces && $samples->isTaken($spaced)) {
                $texts[] = $spaced;
            }
            $texts[] = $text;
        }

        return array_map(Input::text(...), $texts);
    }

    /**
     * @return array{list<Input>, bool, bool}
     */
    private function files(Option $option): array
    {
        $least = max(1, $option->file->minFiles ?? 1);
        $most = $option->file?->maxFiles;
        $files = static fn(int $n): Input => Input::files(array_fill(0, $n, new GivenFile('file')));
        if (null === $most) {
            return [[$files($least)], false, true];
        }

        return [
            array_map($files, $most - $least <= self::FEW ? range($least, $most) : [$least, $most]),
            $most - $least > self::FEW && !$this->isMonotone('files:' . $option->code),
            false,
        ];
    }

    /**
     * Whether all formulas rise, or all fall, as a name grows; charges of other forms only rise with what they count.
     */
    private function isMonotone(string $name): bool
    {
        $direction = str_contains($name, ':') ? $this->counted(substr((string) strstr($name, ':'), 1)) : Shape::STAYS;
        foreach ($this->formulas as $charge) {
            $direction = Shape::both($direction, Shape::of($charge->formula->root, $name, $this->ranges())->direction);
        }

        return null !== $direction;
    }

    /** How a charge by the letter, or by the file, goes with its number. */
    private function counted(string $code): int
    {
        $charge = $this->board->setup->option($code)?->charge;

        return $charge instanceof CountedCharge ? $charge->amount->getSign() : Shape::STAYS;
    }

    /**
     * @return array<string, array{BigDecimal|null, BigDecimal|null}>
     */
    private function ranges(): array
    {
        $ranges = ['quantity' => [BigDecimal::one(), null], 'base' => [$this->leastBase(), null]];
        foreach ($this->board->setup->options as $option) {
            $ranges[$option->code] = [$option->number?->min, $option->number?->max];
            foreach (['chars', 'files', 'picks'] as $count) {
                $ranges[$count . ':' . $option->code] = [BigDecimal::zero(), null];
            }
            $figures = [];
            foreach ($option->values as $value) {
                foreach ($value->figures as $name => $figure) {
                    $figures[$name][] = $figure;
                }
            }
            foreach ($figures as $name => $list) {
                $ranges[$option->code . '.' . $name] = [BigDecimal::min(...$list), BigDecimal::max(...$list)];
            }
        }

        return $ranges;
    }

    private function leastBase(): ?BigDecimal
    {
        $item = $this->board->setup->item;
        $simple = null === $this->board->setup->variants && !($item->salePrice ?? $item->price)->isNegative();

        return $simple ? BigDecimal::zero() : null;
    }
}
