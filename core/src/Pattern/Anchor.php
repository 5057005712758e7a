<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * A place between characters: the beginning or end of the text (or of a line, under the flag m), or of a word.
 */
final readonly class Anchor implements PatternNode
{
    private const WORD = '[0-9A-Z_a-z]';
    private const LINE_END = '[\n\r\x{2028}\x{2029}]';

    /**
     * @param '^'|'$'|'b'|'B' $place
     */
    public function __construct(public string $place, public bool $ofLines) {}

    public function pcre(): string
    {
        $w = self::WORD;

        return match ($this->place) {
            '^' => $this->ofLines ? '(?<=\A|' . self::LINE_END . ')' : '\A',
            '$' => $this->ofLines ? '(?=\z|' . self::LINE_END . ')' : '\z',
            'b' => "(?:(?<=$w)(?!$w)|(?<!$w)(?=$w))",
            'B' => "(?:(?<=$w)(?=$w)|(?<!$w)(?!$w))",
        };
    }

    public function samples(): array
    {
        return [''];
    }

    public function byLength(int $most): array
    {
        return [''];
    }
}
