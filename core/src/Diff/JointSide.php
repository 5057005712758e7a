<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;
use Ithrel\Core\Price\Spread\PriceTrack;
use Ithrel\Core\Reach\Diagram;

/**
 * Some components of one setup, walked decision by decision, with the price followed beside them.
 *
 * @phpstan-type Memory array{list<string|null>, BigDecimal|null}
 * @phpstan-type Standing array{array<int, int>, Memory|null}
 */
final readonly class JointSide
{
    /** @var array<int, array{int, int}> cell => diagram and position in it */
    private array $at;

    /** @var array<int, int> cell => position among all cells of this side, as the price is followed */
    private array $order;

    /**
     * @param list<Diagram> $diagrams
     * @param list<int> $cells all cells of these diagrams in the order in which they are decided
     */
    public function __construct(private array $diagrams, array $cells, private ?PriceTrack $track)
    {
        $at = [];
        foreach ($diagrams as $d => $diagram) {
            foreach ($diagram->cells as $p => $cell) {
                $at[$cell] = [$d, $p];
            }
        }
        $this->at = $at;
        $this->order = array_flip($cells);
    }

    /**
     * @return Standing
     */
    public function start(): array
    {
        return [array_fill(0, count($this->diagrams), 0), $this->track?->start()];
    }

    /**
     * @param Standing $standing
     *
     * @return array{Standing, int}|null where it stands after the decision, and the sum added; null where nothing
     *                                   selectable is left
     */
    public function decide(array $standing, int $cell, int $letter): ?array
    {
        [$nodes, $memory] = $standing;
        [$d, $p] = $this->at[$cell];
        $diagram = $this->diagrams[$d];
        $child = $diagram->child($p, $nodes[$d], $letter);
        if ($child < 0 || Diagram::isZero($diagram->selectable[$p + 1][$child])) {
            return null;
        }
        $nodes[$d] = $p + 1 === count($diagram->cells) ? 0 : $child;
        if (null === $this->track || null === $memory) {
            return [[$nodes, null], 0];
        }
        $decided = $this->track->decide($memory, $this->order[$cell], $cell, $letter);

        return null === $decided ? null : [[$nodes, $decided[0]], $decided[1]];
    }

    /**
     * @param Standing $standing
     */
    public static function key(array $standing): string
    {
        return implode(',', $standing[0]) . (null === $standing[1] ? '' : '|' . PriceTrack::key($standing[1]));
    }
}
