<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * A pattern as in the HTML pattern attribute: a regular expression of ECMAScript with the flag v, validated alone and
 * then anchored at both ends. It is matched by PCRE, so what the two read differently is written out.
 */
final readonly class HtmlPattern
{
    /**
     * @param string|null $pcre null where PCRE cannot express it; then no verdict is given
     */
    private function __construct(public string $source, private PatternNode $root, private ?string $pcre)
    {
    }

    /**
     * @throws PatternError
     */
    public static function parse(string $source): self
    {
        $parser = new PatternParser($source);
        $root = $parser->parse();
        $pcre = "\x01\\A(?:".$root->pcre().")\\z\x01Du";

        return new self($source, $root, $parser->isBeyondPcre || false === @preg_match($pcre, '') ? null : $pcre);
    }

    /** Whether verdicts are given at all. */
    public function isExpressible(): bool
    {
        return null !== $this->pcre;
    }

    public function verdict(string $text): PatternVerdict
    {
        $found = null === $this->pcre ? false : @preg_match($this->pcre, $text);

        return false === $found ? PatternVerdict::Undecided : (1 === $found ? PatternVerdict::Fits : PatternVerdict::Misses);
    }

    /**
     * Texts of this form, made from the pattern itself; none where none was found.
     *
     * @return list<string> the shortest first
     */
    public function samples(): array
    {
        return array_values(array_filter($this->root->samples(), fn (string $text): bool => PatternVerdict::Fits === $this->verdict($text)));
    }

    /**
     * For each length up to a most, in code points, a text of this form; lengths for which none was found are left out.
     *
     * @return array<int, string> by length
     */
    public function byLength(int $most): array
    {
        $texts = array_filter($this->root->byLength($most), fn (string $text): bool => PatternVerdict::Fits === $this->verdict($text));
        ksort($texts);

        return $texts;
    }
}
