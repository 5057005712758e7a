<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

/**
 * One thing that is tried in a shop, as a shopper would do it, and what has to come of it.
 *
 * @phpstan-type Line array{
 *     sku: string,
 *     name: string,
 *     quantity: int,
 *     unitPrice: string|null,
 *     lineTotal: string|null,
 *     total: string|null,
 *     weight: string,
 *     points: string,
 *     image: string|null,
 *     entries: array<string, list<array{label: string, value: string}>>,
 *     ownLines: list<array<string, mixed>>,
 * }
 */
final readonly class Check
{
    /**
     * @param int $number from 1
     * @param string $about what it is about, in words
     * @param list<string> $places JSON Pointers of what it tries, the most particular first
     * @param list<list<Click>> $visits clicks of each visit to the product page; each visit ends
     *                                  with adding to the cart
     * @param list<int> $quantity of each visit
     * @param 'form'|'express' $route
     * @param array<string, mixed>|null $sent answers that are sent past the page in the last visit;
     *                                        null: as the page has them
     * @param array{string, string|null, bool}|null $offered option, value (null: the option itself), and whether the
     *                                                       page has to offer it at the end
     * @param bool $accepted whether the shop has to take it
     * @param string|null $field option that a refusal has to name
     * @param list<Line> $lines cart lines expected; none where it is refused
     * @param list<string> $charged places of the charges that take part in the price
     * @param list<string> $chosen places of the chosen values, and of the options that are
     *                             filled in
     */
    public function __construct(
        public int $number,
        public Purpose $purpose,
        public string $about,
        public array $places,
        public array $visits,
        public array $quantity,
        public string $route = 'form',
        public ?array $sent = null,
        public ?array $offered = null,
        public bool $accepted = false,
        public ?string $field = null,
        public array $lines = [],
        public array $charged = [],
        public array $chosen = [],
    ) {}

    public function numbered(int $number): self
    {
        return $this->with($number, $this->lines, $this->charged, $this->chosen);
    }

    /**
     * The same, and what all stages have to tell.
     *
     * @param list<Line> $lines
     * @param list<string> $charged
     * @param list<string> $chosen
     */
    public function telling(array $lines, array $charged, array $chosen): self
    {
        return $this->with($this->number, $lines, $charged, $chosen);
    }

    /**
     * @param list<Line> $lines
     * @param list<string> $charged
     * @param list<string> $chosen
     */
    private function with(int $number, array $lines, array $charged, array $chosen): self
    {
        return new self(
            number: $number,
            purpose: $this->purpose,
            about: $this->about,
            places: $this->places,
            visits: $this->visits,
            quantity: $this->quantity,
            route: $this->route,
            sent: $this->sent,
            offered: $this->offered,
            accepted: $this->accepted,
            field: $this->field,
            lines: $lines,
            charged: $charged,
            chosen: $chosen,
        );
    }

    /** The same check, for what another rule tries by it too. */
    public function and(self $other): self
    {
        return new self(
            number: $this->number,
            purpose: $this->purpose,
            about: $this->about,
            places: self::union($this->places, $other->places),
            visits: $this->visits,
            quantity: $this->quantity,
            route: $this->route,
            sent: $this->sent,
            offered: $this->offered,
            accepted: $this->accepted,
            field: $this->field,
            lines: $this->lines,
            charged: self::union($this->charged, $other->charged),
            chosen: self::union($this->chosen, $other->chosen),
        );
    }

    /**
     * @param list<string> $a
     * @param list<string> $b
     *
     * @return list<string>
     */
    private static function union(array $a, array $b): array
    {
        return array_values(array_unique([...$a, ...$b]));
    }

    /**
     * The same, refused when these answers are sent past the page.
     *
     * @param array<string, mixed> $sent
     * @param 'form'|'express' $route
     */
    public function sending(array $sent, string $field, string $route): self
    {
        return new self(
            number: $this->number,
            purpose: $this->purpose,
            about: $this->about . ('express' === $route ? ', by the express route' : ''),
            places: $this->places,
            visits: $this->visits,
            quantity: $this->quantity,
            route: $route,
            sent: $sent,
            offered: $this->offered,
            accepted: false,
            field: $field,
            lines: [],
            charged: [],
            chosen: [],
        );
    }

    /**
     * The same, taken all the same when these answers are sent past the page.
     *
     * @param array<string, mixed> $sent
     */
    public function sentAs(array $sent): self
    {
        return new self(
            number: $this->number,
            purpose: $this->purpose,
            about: $this->about,
            places: $this->places,
            visits: $this->visits,
            quantity: $this->quantity,
            route: $this->route,
            sent: $sent,
            offered: $this->offered,
            accepted: $this->accepted,
            field: $this->field,
            lines: $this->lines,
            charged: $this->charged,
            chosen: $this->chosen,
        );
    }

    /** Whether the page alone is looked at; whether it could be bought as it stands is no question then. */
    public function looksOnly(): bool
    {
        return null !== $this->offered && null === $this->sent;
    }

    /**
     * Every place that has a part in it: where none of its results differs, these are likely right.
     *
     * @return list<string>
     */
    public function tried(): array
    {
        return array_values(array_unique([...$this->places, ...$this->charged, ...$this->chosen]));
    }

    /** Equal prints: the same steps, and the same that has to come of them, whatever number they have in their plan. */
    public function print(): string
    {
        $all = $this->toArray();
        unset($all['number'], $all['about'], $all['places'], $all['charged'], $all['chosen']);

        return substr(hash('sha256', json_encode($all, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)), 0, 16);
    }

    /**
     * @return array<string, mixed> for keeping
     */
    public function toArray(): array
    {
        $visits = array_map(
            static fn(array $clicks): array => array_map(
                static fn(Click $c): array => [$c->option, $c->answer, $c->words],
                $clicks,
            ),
            $this->visits,
        );

        /** @var array<string, mixed> $all */
        $all = get_object_vars($this);

        return ['purpose' => $this->purpose->value, 'visits' => $visits] + $all;
    }

    /**
     * @param array<string, mixed> $kept from toArray()
     */
    public static function fromArray(array $kept): self
    {
        /**
         * @var array{
         *     number: int,
         *     purpose: string,
         *     about: string,
         *     places: list<string>,
         *     visits: list<list<array{
         *         string,
         *         string|true|list<string>|list<array{
         *             name: string,
         *             type?: string,
         *             bytes?: int,
         *             width?: int,
         *             height?: int,
         *         }>|null,
         *         string,
         *     }>>,
         *     quantity: list<int>,
         *     route: 'form'|'express',
         *     sent: array<string, mixed>|null,
         *     offered: array{string, string|null, bool}|null,
         *     accepted: bool,
         *     field: string|null,
         *     lines: list<Line>,
         *     charged: list<string>,
         *     chosen: list<string>,
         * } $kept
         */
        $visits = array_map(
            static fn(array $clicks): array => array_map(static fn(array $c): Click => new Click(...$c), $clicks),
            $kept['visits'],
        );

        return new self(
            number: $kept['number'],
            purpose: Purpose::from($kept['purpose']),
            about: $kept['about'],
            places: $kept['places'],
            visits: $visits,
            quantity: $kept['quantity'],
            route: $kept['route'],
            sent: $kept['sent'],
            offered: $kept['offered'],
            accepted: $kept['accepted'],
            field: $kept['field'],
            lines: $kept['lines'],
            charged: $kept['charged'],
            chosen: $kept['chosen'],
        );
    }
}
