<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

use Brick\Math\BigDecimal;

/**
 * A place of a document where a number stands, or could.
 *
 * @phpstan-import-type Path from DocumentTree
 */
final readonly class FigureLeaf
{
    /**
     * @param string $at JSON Pointer that a person is led to
     * @param Path $path
     * @param string $before what stands before the number in the same text, of a formula
     * @param string $after what stands after it
     * @param bool $isThere false: nothing stands there, which counts as 0
     */
    public function __construct(
        public string $at,
        public array $path,
        public BigDecimal $number,
        public bool $isThere = true,
        private string $before = '',
        private string $after = '',
    ) {}

    /** What stands at the path with another number. */
    public function text(BigDecimal|string $number): string
    {
        return $this->before . $number . $this->after;
    }

    public function deviation(string $number): Deviation
    {
        if (!$this->isThere) {
            return Deviation::added(
                $this->at,
                $this->path,
                $this->text($number),
                sprintf('it were %s, where nothing is set', $number),
            );
        }

        // Nobody enters more decimals than there were: such a number has to explain more than another cause.
        $isNeat = BigDecimal::of($number)->getScale() <= $this->number->getScale();

        return new Deviation(
            $this->at,
            [[$this->path, $this->text($number)]],
            sprintf('it were %s, not %s', $number, $this->number),
            $isNeat ? Deviation::ENTERED : Deviation::ADDED,
        );
    }
}
