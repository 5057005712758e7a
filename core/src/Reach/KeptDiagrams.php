<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * Keeps compiled components beyond one document, so that after an edit only what the edit touches is compiled again.
 */
interface KeptDiagrams
{
    /**
     * @param string $print see ComponentPrint
     *
     * @return array{Diagram, Diagram}|null the diagram and its choices, both in local numbers
     */
    public function get(string $print): ?array;

    /**
     * @param array{Diagram, Diagram} $diagrams in local numbers
     */
    public function put(string $print, array $diagrams): void;

    /**
     * Something else that was worked out of this very document.
     *
     * @return array<array-key, mixed>|null plain data
     */
    public function getOwn(string $name): ?array;

    /**
     * @param array<array-key, mixed> $plain without objects
     */
    public function putOwn(string $name, array $plain): void;
}
