<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * A part again and again.
 */
final readonly class Repeated implements PatternNode
{
    /** The most repetitions that PCRE can count; more than a text here has characters is as good as no end. */
    private const MOST = 65_535;

    public function __construct(public PatternNode $part, public int $least, public ?int $most, public bool $isLazy) {}

    public function pcre(): string
    {
        if ($this->least > self::MOST) {
            // No text of this form is ever asked about: a text has at most 1 000 000 characters, a count at most 65
            // 535.
            return '(?!)';
        }
        $most = null === $this->most || $this->most > self::MOST ? '' : (string) $this->most;

        return '(?:' . $this->part->pcre() . '){' . $this->least . ',' . $most . '}' . ($this->isLazy ? '?' : '');
    }

    public function samples(): array
    {
        $samples = 0 === $this->least ? [''] : [];
        $parts = $this->part->samples();
        foreach ([$this->least, $this->least + 1, $this->least + 3, $this->least + 8] as $times) {
            if ($times > 0 && (null === $this->most || $times <= $this->most) && [] !== $parts) {
                $text = '';
                for ($i = 0; $i < $times && strlen($text) < 5_000; ++$i) {
                    $text .= $parts[$i % count($parts)];
                }
                array_push(
                    $samples,
                    $text,
                    str_repeat($parts[0], min($times, 5_000)),
                    str_repeat($parts[count($parts) - 1], min($times, 5_000)),
                );
            }
        }

        return Sequence::few($samples);
    }

    public function byLength(int $most): array
    {
        $part = $this->part->byLength($most);
        $texts = 0 === $this->least ? [''] : [];
        $times = [''];
        for ($n = 1; $n <= min($this->most ?? PHP_INT_MAX, max($this->least, 1) + $most) && [] !== $times; ++$n) {
            $next = Sequence::joined($times, $part, $most);
            $before = count($texts);
            if ($n >= $this->least) {
                $texts += $next;
                // Once another repetition brings no new length, none will.
                if ($n > $this->least && count($texts) === $before) {
                    break;
                }
            }
            if ($next === $times) {
                return $texts + $next;
            }
            $times = $next;
        }

        return $texts;
    }
}
