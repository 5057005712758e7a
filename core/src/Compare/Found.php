<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

/**
 * What a shop did with one check.
 *
 * @phpstan-type Stage array{lines: list<array<string, mixed>>, total: string|null}
 */
final readonly class Found
{
    /**
     * @param string|null $refused option of the first click that the page did not take
     * @param bool|null $offered whether the page offers the value that was looked for
     * @param array{
     *     unitPrice: string|null,
     *     total: string|null,
     *     entries: list<mixed>,
     *     image: string|null,
     * }|null $page what the page said before the last adding
     * @param list<string> $fields fields that a refusal named
     * @param array<string, Stage> $stages cart, checkout and order; where it was refused the cart alone, and only where
     *                                     something is in it
     * @param bool $isPast whether it was taken only once the page's own guard was away
     * @param array<string, array{list<string>, list<string>}> $apart option => codes of the values that its two
     *                                                                controls show, where they do not agree
     */
    public function __construct(
        public ?string $refused,
        public ?bool $offered,
        public ?array $page,
        public bool $accepted,
        public array $fields,
        public array $stages,
        public bool $isPast = false,
        public array $apart = [],
    ) {}

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'refused' => $this->refused,
            'offered' => $this->offered,
            'page' => $this->page,
            'accepted' => $this->accepted,
            'fields' => $this->fields,
            'stages' => $this->stages,
        ] +
            ($this->isPast ? ['isPast' => true] : []) +
            ([] === $this->apart ? [] : ['apart' => $this->apart]);
    }

    /**
     * @param array<string, mixed> $kept from toArray()
     */
    public static function fromArray(array $kept): self
    {
        /**
         * @var array{
         *     refused: string|null,
         *     offered: bool|null,
         *     page: array{unitPrice: string|null, total: string|null, entries: list<mixed>, image: string|null}|null,
         *     accepted: bool,
         *     fields: list<string>,
         *     stages: array<string, Stage>,
         *     isPast?: bool,
         *     apart?: array<string, array{list<string>, list<string>}>,
         * } $kept
         */
        return new self(
            $kept['refused'],
            $kept['offered'],
            $kept['page'],
            $kept['accepted'],
            $kept['fields'],
            $kept['stages'],
            $kept['isPast'] ?? false,
            $kept['apart'] ?? [],
        );
    }
}
