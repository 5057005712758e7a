<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\SentenceWords;
use Ithrel\Core\Document\UnreadableDocument;

/**
 * From so many to so many; null: without that bound.
 */
final readonly class CountRange
{
    public function __construct(public ?int $atLeast, public ?int $atMost) {}

    public static function read(Place $bounds): self
    {
        return new self($bounds->whole('atLeast'), $bounds->whole('atMost'));
    }

    public function has(int $count): bool
    {
        return $count >= ($this->atLeast ?? 0) && (null === $this->atMost || $count <= $this->atMost);
    }

    /**
     * @return list<int> the bounds that there are
     */
    public function marks(): array
    {
        return array_values(array_filter([$this->atLeast, $this->atMost], is_int(...)));
    }

    public static function begins(SentenceWords $words): bool
    {
        return $words->fits('at least|at most|exactly|\d');
    }

    /**
     * "at least 2", "2 to 3", "exactly 2" or "2".
     *
     * @return array<string, int> as it stands in a document
     *
     * @throws UnreadableDocument
     */
    public static function fromWords(SentenceWords $words): array
    {
        $count = [];
        $here = $words->at;
        do {
            $m = $words->takesPattern('/\G(at least|at most|exactly)? ?(\d{1,7})(?: to (\d{1,7}))?(?!\w)/iu');
            if (null !== $m) {
                $count += match (true) {
                    isset($m[3]) => ['atLeast' => (int) $m[2], 'atMost' => (int) $m[3]],
                    'at least' === strtolower($m[1]) => ['atLeast' => (int) $m[2]],
                    'at most' === strtolower($m[1]) => ['atMost' => (int) $m[2]],
                    default => ['atLeast' => (int) $m[2], 'atMost' => (int) $m[2]],
                };
                $here = $words->at;
                continue;
            }
            if ([] === $count) {
                throw $words->expected('"at least", "at most" or "exactly" with a number');
            }
            $words->at = $here;
            break;
        } while ($words->takes('and'));

        return $count;
    }

    public function words(): string
    {
        return match (true) {
            null === $this->atMost => 'at least ' . ($this->atLeast ?? 0),
            null === $this->atLeast => 'at most ' . $this->atMost,
            $this->atLeast === $this->atMost => 'exactly ' . $this->atMost,
            default => $this->atLeast . ' to ' . $this->atMost,
        };
    }
}
