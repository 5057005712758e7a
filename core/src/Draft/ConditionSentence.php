<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Document\SentenceWords;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Condition\SentenceReading;
use Ithrel\Core\Setup\Condition\SpokenOptions;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Reading\ConditionReader;

/**
 * A condition as a sentence about the shopper's names, read into what the document says: "Holder is E27 and (Width is
 * at least 40 or Gift wrap is yes)". Options and values are told by label or by code, or in quotation marks; the
 * longest name that fits is meant. Tests read their own words.
 */
final class ConditionSentence
{
    private function __construct(private readonly SentenceReading $sentence, private readonly SentenceWords $words) {}

    /**
     * @return array<string, mixed> a condition of the document
     *
     * @throws UnreadableDocument with what was expected, and where in the sentence
     */
    public static function read(SpokenOptions $options, string $words): array
    {
        $taken = new SentenceWords($words);
        $self = new self(new SentenceReading($options, $taken), $taken);
        $condition = $self->any();
        if (!$self->words->isOver()) {
            throw $self->words->expected('and, or, or the end of the sentence');
        }

        return $condition;
    }

    /**
     * @return array<string, mixed>
     */
    private function any(): array
    {
        $parts = [$this->all()];
        while ($this->words->takes('or')) {
            $parts[] = $this->all();
        }

        return 1 === count($parts) ? $parts[0] : ['any' => $parts];
    }

    /**
     * @return array<string, mixed>
     */
    private function all(): array
    {
        $parts = [$this->part()];
        while ($this->words->takes('and')) {
            $parts[] = $this->part();
        }

        return 1 === count($parts) ? $parts[0] : ['all' => $parts];
    }

    /**
     * @return array<string, mixed>
     */
    private function part(): array
    {
        if ($this->words->takes('not')) {
            return ['not' => $this->part()];
        }
        if ($this->words->takesSign('(')) {
            $inner = $this->any();
            if (!$this->words->takesSign(')')) {
                throw $this->words->expected('a closing bracket');
            }

            return $inner;
        }
        $option = $this->sentence->option();
        foreach (ConditionReader::TESTS as $test) {
            $read = $test::fromWords($option, $this->sentence);
            if (null !== $read) {
                return $read;
            }
        }
        if (null !== $option) {
            $beginnings = array_merge(
                ...array_map(
                    static fn(string $test): array => $test::beginnings($option),
                    array_reverse(ConditionReader::TESTS),
                ),
            );
            $last = array_pop($beginnings);
            throw $this->words->expected(implode(', ', $beginnings) . ' or ' . $last);
        }
        if ($this->words->takes('always')) {
            return ['all' => []];
        }
        if ($this->words->takes('never')) {
            return ['any' => []];
        }
        throw $this->words->expected(
            'the name of an option (' .
                $this->words->told(
                    array_map(static fn(Option $o): string => $o->name(), $this->sentence->options->all),
                ) .
                ')',
        );
    }
}
