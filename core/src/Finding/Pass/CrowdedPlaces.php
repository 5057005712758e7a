<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Cart\Previews;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Finding\Together;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Condition\All;
use Ithrel\Core\Setup\Condition\Any;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\FilledTest;
use Ithrel\Core\Setup\Condition\Not;
use Ithrel\Core\Setup\Option;

/**
 * place.crowded: texts and files that a shopper can give together and of which one finds no place with room;
 * place.style: an option that says how a text looks is shown where the text is not, or the other way round.
 *
 * One content more never makes room for another, so it is enough to look at the most that each input can give.
 */
final class CrowdedPlaces implements Pass
{
    /** Sets of inputs looked at. */
    private const MOST_SETS = 2_000;

    /** More files than that stand for any number. */
    private const MANY_FILES = 500;

    public function find(Reach $reach): iterable
    {
        if ([] !== $reach->setup->views) {
            yield from $this->crowded($reach);
        }
        foreach ($reach->setup->options as $option) {
            foreach ($option->styled as $i => $code) {
                $style = $reach->setup->option($code);
                if (null !== $style) {
                    yield from $this->style($reach, $option, $style, $i);
                }
            }
        }
    }

    /**
     * The smallest sets of inputs of which one content has no room, as far as clicks reach them together.
     *
     * @return iterable<Finding>
     */
    private function crowded(Reach $reach): iterable
    {
        $given = $this->given($reach);
        $found = [];
        $looked = 0;
        $sets = array_map(static fn(int $option): array => [$option], array_keys($given));
        while ([] !== $sets && $looked < self::MOST_SETS) {
            $next = [];
            foreach ($sets as $set) {
                if (
                    ++$looked > self::MOST_SETS ||
                    [] !== array_filter($found, static fn(array $f): bool => [] === array_diff($f, $set))
                ) {
                    continue;
                }
                $without = $this->withoutRoom($reach, array_intersect_key($given, array_flip($set)));
                if (null === $without) {
                    foreach (array_keys($given) as $option) {
                        if ($option > $set[count($set) - 1]) {
                            $next[] = [...$set, $option];
                        }
                    }
                } elseif (
                    (new Together($reach))->canHold(
                        new All(
                            '',
                            array_map(
                                static fn(int $o): Condition => new FilledTest(
                                    '',
                                    $reach->setup->options[$o]->code,
                                    true,
                                ),
                                $set,
                            ),
                        ),
                    )
                ) {
                    $found[] = $set;
                    yield $this->finding($reach, $set, $without);
                }
            }
            $sets = $next;
        }
    }

    /**
     * @return array<int, Input> the most that each input that some place takes can give
     */
    private function given(Reach $reach): array
    {
        $given = [];
        foreach ($reach->setup->options as $option) {
            if ([] !== $reach->setup->placesFor($option) && !$reach->board->isUnfillable($option)) {
                $files = array_fill(
                    0,
                    min(self::MANY_FILES, $option->file->maxFiles ?? self::MANY_FILES),
                    new GivenFile('file'),
                );
                $given[$option->index] = null === $option->file ? Input::text('x') : Input::files($files);
            }
        }

        return $given;
    }

    /**
     * @param array<int, Input> $given
     *
     * @return string|null code of the first option with a content that finds no room; null where all do
     */
    private function withoutRoom(Reach $reach, array $given): ?string
    {
        foreach ((new Previews($reach->setup))->of(new State($given)) as $preview) {
            if (null === $preview['view']) {
                return $preview['contents'][0]['option'];
            }
        }

        return null;
    }

    /**
     * @param non-empty-list<int> $set
     */
    private function finding(Reach $reach, array $set, string $without): Finding
    {
        $options = array_map(static fn(int $o): Option => $reach->setup->options[$o], $set);
        $names = array_map(static fn(Option $o): string => $o->name(), $options);
        $last = $reach->setup->option($without);
        $words =
            1 === count($names)
                ? sprintf('%s can give more than all its places hold', $names[0])
                : sprintf(
                    '%s can be given together, and then there is no room for %s',
                    implode(' and ', $names),
                    $last?->name() ?? $without,
                );

        return new Finding(
            'place.crowded',
            Severity::Blocker,
            $last->at ?? '/views',
            $words . '. Add room, or allow fewer.',
            ['options' => array_map(static fn(Option $o): string => $o->code, $options), 'without' => $without],
        );
    }

    /**
     * @return iterable<Finding>
     */
    private function style(Reach $reach, Option $text, Option $style, int $i): iterable
    {
        $shown = static fn(Option $o): Condition => $o->shownWhen ?? new All('', []);
        $either = new Any('', [
            new All('', [$shown($style), new Not('', $shown($text))]),
            // Who writes nothing needs no style.
            new All('', [new FilledTest('', $text->code, true), new Not('', $shown($style))]),
        ]);
        if ((null !== $style->shownWhen || null !== $text->shownWhen) && (new Together($reach))->canHold($either)) {
            yield new Finding(
                'place.style',
                Severity::Warning,
                $text->at . '/styled/' . $i,
                sprintf(
                    '%s says how %s looks, but there are choices under which only one of the two is shown. Show ' .
                        'both under the same condition.',
                    $style->name(),
                    $text->name(),
                ),
                ['option' => $text->code, 'style' => $style->code],
            );
        }
    }
}
