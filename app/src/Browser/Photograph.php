<?php

declare(strict_types=1);

namespace Ithrel\App\Browser;

use Ithrel\Core\Page\PageElement;

/**
 * A picture of a whole page, and where on it each element stands.
 *
 * @phpstan-type Box array{int, int, int, int}
 */
final readonly class Photograph
{
    public const MOST_WIDTH = 1600;
    public const MOST_HEIGHT = 3000;

    /**
     * @param string $jpeg its bytes
     * @param array<int, Box> $boxes by the browser's id of an element: left, top, width, height in pixels of the
     *                               picture
     */
    private function __construct(public string $jpeg, public int $width, public int $height, private array $boxes) {}

    /**
     * @param array<string, mixed> $snapshot what DOMSnapshot.captureSnapshot answers
     */
    public static function of(string $jpeg, int $width, int $height, array $snapshot): self
    {
        $boxes = [];
        $document = is_array($snapshot['documents'] ?? null) ? $snapshot['documents'][0] ?? null : null;
        $nodes = is_array($document) && is_array($document['nodes'] ?? null) ? $document['nodes'] : [];
        $layout = is_array($document) && is_array($document['layout'] ?? null) ? $document['layout'] : [];
        $ids = is_array($nodes['backendNodeId'] ?? null) ? $nodes['backendNodeId'] : [];
        $bounds = is_array($layout['bounds'] ?? null) ? $layout['bounds'] : [];
        foreach (is_array($layout['nodeIndex'] ?? null) ? $layout['nodeIndex'] : [] as $n => $index) {
            $id = is_int($index) ? $ids[$index] ?? null : null;
            $box = $bounds[$n] ?? null;
            if (is_int($id) && !isset($boxes[$id]) && is_array($box) && 4 === count($box)) {
                [$x, $y, $w, $h] = array_map(
                    static fn(mixed $each): int => is_numeric($each) ? (int) round((float) $each) : 0,
                    array_values($box),
                );
                $boxes[$id] = [$x, $y, $w, $h];
            }
        }

        return new self($jpeg, $width, $height, $boxes);
    }

    /**
     * Where some elements stand together.
     *
     * @return Box|null null where none of them takes up room on the picture
     */
    public function box(PageElement ...$elements): ?array
    {
        $all = null;
        foreach ($elements as $element) {
            $box = $this->boxes[$element->id] ?? null;
            if (null === $box || $box[2] < 2 || $box[3] < 2 || $box[0] + $box[2] <= 0 || $box[1] + $box[3] <= 0) {
                continue;
            }
            $all = null === $all ? $box : self::around($all, $box);
        }

        return $all;
    }

    /**
     * @param Box $a
     * @param Box $b
     *
     * @return Box
     */
    private static function around(array $a, array $b): array
    {
        [$left, $top] = [min($a[0], $b[0]), min($a[1], $b[1])];

        return [$left, $top, max($a[0] + $a[2], $b[0] + $b[2]) - $left, max($a[1] + $a[3], $b[1] + $b[3]) - $top];
    }
}
