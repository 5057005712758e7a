<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Photograph;

/**
 * A page of a shop as it was photographed on the way of one sale: what stands where, and what had to be read there.
 *
 * @phpstan-import-type Box from Photograph
 *
 * @phpstan-type Spot array{
 *     at: string,
 *     control: string|null,
 *     button: string|null,
 *     within: string|null,
 *     box: Box,
 *     text: string,
 * }
 */
final readonly class StagePicture
{
    /**
     * @param 'page'|'cart'|'checkout' $stage
     * @param list<Spot> $spots things that can be pointed at: signature on the page, key of a
     *                          control or
     *                          button, signature within the first line; and what is read there
     * @param array<string, string|null> $expected field => what has to be read there in this state
     */
    public function __construct(
        public string $stage,
        public Photograph $photograph,
        public array $spots,
        public array $expected,
    ) {}
}
