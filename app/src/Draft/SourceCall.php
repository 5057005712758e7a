<?php

declare(strict_types=1);

namespace Ithrel\App\Draft;

use Ithrel\App\Net\HostPolicy;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Draft\DraftSource;

/**
 * A source that a process of its own reads (app/bin/source.php): what it is handed, and hands back, between two
 * processes of one account.
 */
final readonly class SourceCall
{
    /**
     * @param string $address of a page; empty: the bytes are read
     */
    public function __construct(
        private string $address,
        private string $bytes,
        private string $name,
        private int $minorUnits,
        private HostPolicy $policy,
    ) {}

    /**
     * @throws UnreadableDocument
     */
    public function source(): DraftSource
    {
        return '' === $this->address
            ? SourceFile::read($this->bytes, $this->name, $this->minorUnits)
            : SourceFile::rendered($this->address, $this->minorUnits, $this->policy);
    }
}
