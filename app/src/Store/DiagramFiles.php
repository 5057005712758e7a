<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Ithrel\Core\Reach\Diagram;
use Ithrel\Core\Reach\KeptDiagrams;

/**
 * Compiled components in files, one each.
 */
final readonly class DiagramFiles implements KeptDiagrams
{
    public function __construct(private string $folder)
    {
    }

    public function get(string $print): ?array
    {
        $kept = KeptFile::read($this->file($print));

        return is_array($kept) && ($kept[0] ?? null) instanceof Diagram && ($kept[1] ?? null) instanceof Diagram ? [$kept[0], $kept[1]] : null;
    }

    public function put(string $print, array $diagrams): void
    {
        KeptFile::write($this->file($print), serialize($diagrams));
    }

    private function file(string $print): string
    {
        return $this->folder.'/'.$print.'.bin';
    }
}
