<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Ithrel\Core\Reach\Diagram;
use Ithrel\Core\Reach\KeptDiagrams;

/**
 * Compiled parts of documents in files: components that any document may have by their prints, and what hangs on more
 * than a print by its document.
 */
final class KeptParts implements KeptDiagrams
{
    /**
     * @var array<string, array{
     *     Diagram,
     *     Diagram,
     * }|null>  what was read before: of hundreds of components many have one print
     */
    private array $got = [];

    /**
     * @param string $document name of the document, with the day where it hangs on one
     */
    public function __construct(
        private readonly KeptFolder $folder,
        private readonly string $engine,
        private readonly string $document,
    ) {}

    public function get(string $print): ?array
    {
        return $this->got[$print] ??= $this->read($print);
    }

    /**
     * @return array{Diagram, Diagram}|null
     */
    private function read(string $print): ?array
    {
        $kept = $this->folder->read($this->component($print));
        if (!is_array($kept[0] ?? null) || !is_array($kept[1] ?? null)) {
            return null;
        }

        return [Diagram::fromPlain($kept[0]), Diagram::fromPlain($kept[1])];
    }

    public function put(string $print, array $diagrams): void
    {
        $this->folder->write($this->component($print), [$diagrams[0]->toPlain(), $diagrams[1]->toPlain()]);
    }

    public function getOwn(string $name): ?array
    {
        return $this->folder->read($this->own($name));
    }

    public function putOwn(string $name, array $plain): void
    {
        $this->folder->write($this->own($name), $plain);
    }

    private function component(string $print): string
    {
        return 'components/' . $print . '-' . $this->engine . '.bin';
    }

    private function own(string $name): string
    {
        return 'documents/' . $this->document . '-' . $this->engine . '-' . $name . '.bin';
    }
}
