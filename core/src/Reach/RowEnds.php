<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Answer\State;

/**
 * Offered combinations whose variant row is missing or sold out. Rows are matched by the options of one component, so
 * it alone is compiled once more with these causes told apart; what the others offer multiplies.
 */
final class RowEnds
{
    /** @var array<string, Diagram> cause => the combinations that end so */
    private array $ends = [];

    /**
     * @param int $component that matches rows
     * @param Diagram $diagram of it in display order, with what its states lack
     */
    private function __construct(
        private readonly Reach $reach,
        private readonly int $component,
        private readonly Diagram $diagram,
    ) {}

    /** Null where no component matches rows, or only clicks tell what it offers. */
    public static function of(Reach $reach): ?self
    {
        $by = $reach->setup->option($reach->setup->variants->by[0] ?? '')?->index;
        $c = null === $by ? null : $reach->parts->componentOf[$by] ?? null;
        $component = null === $c ? null : $reach->compiled()[$c];
        if (null === $c || null === $component || [] !== $component->circles || null !== $component->trouble) {
            return null;
        }
        $options = $component->options;
        sort($options);

        return new self($reach, $c, Compiler::compile($reach->board, $options, $component->must, causes: true));
    }

    public function count(TrapCause $cause): \GMP
    {
        $count = $this->reach->isPossible() ? Diagram::root($this->those($cause), true) : gmp_init(0);
        foreach ($this->reach->compiled() as $c => $component) {
            $count = $c === $this->component ? $count : gmp_mul($count, Diagram::root($component->choices, false));
        }

        return $count;
    }

    /** The first of them in listing order; there has to be one. */
    public function first(TrapCause $cause): State
    {
        $letters = [];
        foreach (array_keys($this->reach->components) as $c) {
            if ($c === $this->component) {
                $those = $this->those($cause);
                $letters += $those->firstPath($those->selectable, $this->reach->board->cells);
            } else {
                $those = $this->reach->inDisplayOrder($c);
                $letters += $those->firstPath($those->offered, $this->reach->board->cells);
            }
        }

        return $this->reach->board->stateOfLetters($letters);
    }

    /** The row of a combination hangs on its choices alone, whatever is typed. */
    private function those(TrapCause $cause): Diagram
    {
        if (isset($this->ends[$cause->value])) {
            return $this->ends[$cause->value];
        }
        $rowLacks = Diagram::MISSING_ROW | Diagram::ROW_SOLD_OUT;
        $those = clone $this->diagram;
        $those->stocked = array_map(
            static fn(int $lacks): bool => TrapCause::MissingRow === $cause
                ? 0 !== ($lacks & Diagram::MISSING_ROW)
                : Diagram::ROW_SOLD_OUT === ($lacks & $rowLacks),
            $those->lacks,
        );
        $those->countPaths();

        return $this->ends[$cause->value] = Projection::of($this->reach->board, $those);
    }
}
