<?php

declare(strict_types=1);

namespace Ithrel\Core\Document;

/**
 * The words of a sentence, taken one after the other; without regard to capitals and to how many blanks stand between.
 */
final class SentenceWords
{
    /** Names that are told where one was expected. */
    private const MOST_TOLD = 8;

    /** Byte at which it is read on. */
    public int $at = 0;

    private readonly string $words;

    public function __construct(string $words)
    {
        $this->words = trim((string) preg_replace('/\s+/u', ' ', $words));
    }

    public function isOver(): bool
    {
        return $this->at >= strlen($this->words);
    }

    /** Whether a pattern fits what stands here. */
    public function fits(string $pattern): bool
    {
        return 1 === preg_match('/\G(?:' . $pattern . ')/iu', $this->words, $m, 0, $this->at);
    }

    /** The code of the longest name that stands here, which is then taken; null where none does. */
    public function name(SpokenNames $names): ?string
    {
        $found = $names->at(substr($this->words, $this->at));
        if (null !== $found) {
            $this->at += $found[1];
            $this->skip();
        }

        return $found[0] ?? null;
    }

    public function takes(string $word): bool
    {
        if (1 !== preg_match('/\G' . preg_quote($word, '/') . '(?![\w])/iu', $this->words, $m, 0, $this->at)) {
            return false;
        }
        $this->at += strlen($m[0]);
        $this->skip();

        return true;
    }

    /**
     * @param string $pattern anchored by \G
     *
     * @return list<string>|null what it found, which is then taken; null where it does not fit here
     */
    public function takesPattern(string $pattern): ?array
    {
        if (1 !== preg_match($pattern, $this->words, $found, 0, $this->at)) {
            return null;
        }
        $this->at += strlen($found[0]);
        $this->skip();

        return array_values($found);
    }

    /** What stands here in quotation marks, which is then taken; null where nothing does. */
    public function quoted(): ?string
    {
        $found = $this->takesPattern('/\G["“]([^"“”]+)["”](?=[ )]|$)/u');

        return $found[1] ?? null;
    }

    public function takesSign(string $sign): bool
    {
        if (substr($this->words, $this->at, 1) !== $sign) {
            return false;
        }
        ++$this->at;
        $this->skip();

        return true;
    }

    private function skip(): void
    {
        while (' ' === substr($this->words, $this->at, 1)) {
            ++$this->at;
        }
    }

    /**
     * @param list<string> $names
     */
    public function told(array $names): string
    {
        return implode(', ', array_slice($names, 0, self::MOST_TOLD)) . (count($names) > self::MOST_TOLD ? ', …' : '');
    }

    public function expected(string $what): UnreadableDocument
    {
        $before = trim(substr($this->words, 0, $this->at));
        $here = substr($this->words, $this->at);

        return UnreadableDocument::at(
            '',
            sprintf(
                '%s%s was expected%s.',
                '' === $before ? 'At the beginning ' : sprintf('After “%s” ', $before),
                $what,
                '' === $here ? '' : sprintf(', not “%s”', mb_strimwidth($here, 0, 40, '…')),
            ),
        );
    }
}
