<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * A part of a pattern that was read.
 */
interface PatternNode
{
    /** The same for PCRE, with everything written out that PCRE would read otherwise. */
    public function pcre(): string;

    /**
     * Some texts that this part matches by itself; none where none was found. What stands around it is not looked at.
     *
     * @return list<string> the shortest first
     */
    public function samples(): array;

    /**
     * For each length up to a most, in code points, a text of this length that this part matches by itself.
     *
     * @return array<int, string> length => text
     */
    public function byLength(int $most): array;
}
