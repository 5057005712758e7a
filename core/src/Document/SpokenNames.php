<?php

declare(strict_types=1);

namespace Ithrel\Core\Document;

/**
 * Names that a sentence may speak of, found by what they begin with in a few looks, however many they are.
 */
final readonly class SpokenNames
{
    /** @var array<int, array<array-key, string>> bytes => name in small letters => code; the longest first */
    private array $byLength;

    /**
     * @param array<array-key, string> $codes name => code; of names that differ in capitals alone the first counts
     */
    public function __construct(array $codes)
    {
        $byLength = [];
        foreach ($codes as $name => $code) {
            $name = (string) preg_replace('/\s+/u', ' ', trim((string) $name));
            foreach ('' === $name ? [] : [$name, '"' . $name . '"', '“' . $name . '”'] as $written) {
                $byLength[strlen($written)][mb_strtolower($written)] ??= $code;
            }
        }
        krsort($byLength);
        $this->byLength = $byLength;
    }

    /**
     * The longest name with which a text begins, with or without quotation marks, and behind which it ends or a blank
     * or a bracket follows.
     *
     * @return array{string, int}|null its code, and the bytes that it takes
     */
    public function at(string $text): ?array
    {
        foreach ($this->byLength as $length => $codes) {
            $code = $codes[mb_strtolower(substr($text, 0, $length))] ?? null;
            if (null !== $code && in_array(substr($text, $length, 1), ['', ' ', ')'], true)) {
                return [$code, $length];
            }
        }

        return null;
    }
}
