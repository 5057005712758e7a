<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

/**
 * One thing that a shopper does on the product page.
 */
final readonly class Click
{
    /**
     * @param string $option code
     * @param string|true|list<string>|list<array{
     *     name: string,
     *     type?: string,
     *     bytes?: int,
     *     width?: int,
     *     height?: int,
     * }>|null $answer null empties it
     * @param string $words as a person reads it
     */
    public function __construct(public string $option, public string|bool|array|null $answer, public string $words) {}
}
