<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Today;

/**
 * What a shopper typed or uploaded into an input.
 */
final readonly class Input
{
    /**
     * @param string $text as typed; for files their names
     * @param BigDecimal|null $number the number, or the day number of a date
     * @param list<GivenFile> $files
     */
    private function __construct(public string $text, public ?BigDecimal $number, public array $files) {}

    public static function text(string $text): self
    {
        return new self($text, null, []);
    }

    public static function number(BigDecimal $number, ?string $typed = null): self
    {
        return new self($typed ?? (string) $number, $number, []);
    }

    public static function day(int $day): self
    {
        return new self(Today::isoOf($day), BigDecimal::of($day), []);
    }

    /**
     * @param list<GivenFile> $files
     */
    public static function files(array $files): self
    {
        return new self(
            implode('; ', array_map(static fn(GivenFile $file): string => $file->name, $files)),
            null,
            $files,
        );
    }

    /**
     * Equal inputs have equal keys, and no text can look like the key of something else: its length stands before it.
     */
    public function key(): string
    {
        if ([] === $this->files) {
            return strlen($this->text) . '"' . $this->text;
        }
        $key = '';
        foreach ($this->files as $file) {
            $key .= strlen($file->name) . '"' . $file->name;
        }

        return $key;
    }
}
