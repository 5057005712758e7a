<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * A pattern as in the HTML pattern attribute: a regular expression of ECMAScript with the flag v, validated alone and
 * then anchored at both ends. It is matched by PCRE, so what the two read differently is written out.
 */
final readonly class HtmlPattern
{
    /** Code points up to which texts are searched for where the forms themselves do not fit. */
    private const MOST_SEARCHED = 40;

    /**
     * @param string|null $pcre null where PCRE cannot express it; then no verdict is given
     * @param list<Look> $looks what is looked for ahead or behind, anywhere in it
     */
    private function __construct(
        public string $source,
        private PatternNode $root,
        private ?string $pcre,
        private array $looks,
    ) {}

    /**
     * @throws PatternError
     */
    public static function parse(string $source): self
    {
        return self::withLooks($source, PHP_INT_MAX);
    }

    /**
     * The pattern as it is where only the first so many of its looks ahead and behind ask for anything.
     *
     * @throws PatternError
     */
    public static function withLooks(string $source, int $kept): self
    {
        $parser = new PatternParser($source, $kept);
        $root = $parser->parse();
        $pcre = "\x01\\A(?:" . $root->pcre() . ")\\z\x01Du";

        return new self(
            $source,
            $root,
            $parser->isBeyondPcre || false === @preg_match($pcre, '') ? null : $pcre,
            $parser->looks,
        );
    }

    /** Whether verdicts are given at all. */
    public function isExpressible(): bool
    {
        return null !== $this->pcre;
    }

    public function verdict(string $text): PatternVerdict
    {
        $found = null === $this->pcre ? false : @preg_match($this->pcre, $text);

        return false === $found
            ? PatternVerdict::Undecided
            : (1 === $found
                ? PatternVerdict::Fits
                : PatternVerdict::Misses);
    }

    /**
     * Texts of this form, made from the pattern itself; none where none was found.
     *
     * @return list<string> the shortest first
     */
    public function samples(): array
    {
        $fitting = array_filter(
            $this->root->samples(),
            fn(string $text): bool => PatternVerdict::Fits === $this->verdict($text),
        );

        return [] === $fitting && [] !== $this->looks
            ? Sequence::few(array_values($this->searched(self::MOST_SEARCHED)))
            : array_values($fitting);
    }

    /**
     * For each length up to a most, in code points, a text of this form; lengths for which none was found are left out.
     *
     * @return array<int, string> by length
     */
    public function byLength(int $most): array
    {
        $texts = array_filter(
            $this->root->byLength($most),
            fn(string $text): bool => PatternVerdict::Fits === $this->verdict($text),
        );
        if ([] !== $this->looks) {
            $texts += $this->searched($most);
        }
        ksort($texts);

        return $texts;
    }

    /**
     * @return array<int, string> by length
     */
    private function searched(int $most): array
    {
        return PatternSearch::from(
            $this,
            $this->looks,
            [...array_values($this->root->byLength($most)), ...$this->root->samples()],
            $most,
        );
    }
}
