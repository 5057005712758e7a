<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Ithrel\Core\Document\RelativeDays;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Reader;

/**
 * Reads documents and keeps what was compiled of them, by their hash and, where they speak of days from today, the day,
 * in files that survive a restart; a click then costs reading a file, not a compile.
 */
final class CompiledSetups
{
    public function __construct(
        private readonly Reader $reader,
        private readonly KeptFolder $kept,
        private readonly Engine $engine,
    ) {}

    /**
     * @throws UnreadableDocument
     */
    public function of(string $document, string $today): Reach
    {
        $parts = new KeptParts($this->kept, $this->engine->mark(), self::key($document, $today));
        // The structure of a document that was once found sound under this very schema is not looked at again.
        $isSound = null !== $parts->getOwn('sound');
        $setup = $this->reader->read($document, Today::of($today), $isSound);
        if (!$isSound) {
            $parts->putOwn('sound', []);
        }
        $reach = new Reach($setup, false, $parts);
        try {
            $reach->compiled();
        } catch (TooLarge) {
            // What is known of it is kept; that it is too large is told by whoever asks for more.
        }

        return $reach;
    }

    /**
     * What is kept of a document is kept under this name; the day has a part in it where the document counts from it.
     */
    public static function key(string $document, string $today): string
    {
        return hash('sha256', $document) . '-' . self::day($document, $today);
    }

    /** The day that a document's meaning hangs on; "any" where it counts no days from today. */
    public static function day(string $document, string $today): string
    {
        return RelativeDays::areIn($document) ? $today : 'any';
    }

    /** Forgets what is kept of a document. */
    public function forget(string $sha256): void
    {
        $this->kept->forget('documents/' . $sha256);
    }

    /** Frees all room that is taken for speed alone. */
    public function forgetAll(): void
    {
        $this->kept->prune(0);
    }
}
