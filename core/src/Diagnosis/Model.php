<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

use Brick\Math\BigDecimal;
use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Decimal\ForeignDecimal;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;

/**
 * What would be seen in a shop that had a given document: worked out check by check, when it is asked.
 */
final class Model
{
    /** @var array<int, Found> number of a check => what the shop would do */
    private array $found = [];

    /** @var array<int, array<string, string>> number of a check => what would differ from what is expected */
    private array $cells = [];

    /**
     * @param Setup $expected the setup that the checks were made of
     * @param list<string> $askedWhileHidden as Deviation has it
     * @param self|null $before what it deviates from
     */
    private function __construct(
        public readonly DocumentTree $tree,
        private readonly Setup $expected,
        private readonly ModelShop $shop,
        private readonly array $askedWhileHidden = [],
        private readonly ?self $before = null,
    ) {}

    /** A shop that has the setup as it is written. */
    public static function asWritten(DocumentTree $tree, Setup $setup): self
    {
        return new self($tree, $setup, new ModelShop($setup));
    }

    /**
     * A shop that does something more otherwise.
     *
     * @throws \Ithrel\Core\Document\UnreadableDocument where the document cannot be one
     */
    public function otherwise(Deviation $deviation): self
    {
        $tree = $deviation->in($this->tree);
        $asked = [...$this->askedWhileHidden, ...$deviation->askedWhileHidden];
        $shop = new ModelShop(
            Reader::shipped()->readSound($tree->root, $this->expected->today),
            $deviation->keepsThePage() ? $this->shop : null,
            $asked,
        );

        return new self($tree, $this->expected, $shop, $asked, $this);
    }

    public function found(Seen $seen): Found
    {
        return $this->found[$seen->check->number] ??= $this->shop->try($seen->check);
    }

    /**
     * @return array<string, string> as Seen::$cells
     */
    public function cells(Seen $seen): array
    {
        return $this->cells[$seen->check->number] ??= $this->compared($seen);
    }

    /**
     * @return array<string, string>
     */
    private function compared(Seen $seen): array
    {
        $found = $this->found($seen);
        // Most deviations change little, and to compare takes longer than to see that nothing changed.
        if (null !== $this->before && $found->toArray() === $this->before->found($seen)->toArray()) {
            return $this->before->cells($seen);
        }

        return $seen->cellsOf((new CheckComparison($this->expected))->differences($seen->check, $found), $found);
    }

    /**
     * A figure of the one line that a check buys.
     *
     * @param string $field of the cart's line; "page total" and "page unitPrice" for the page's
     */
    public static function figure(Found $found, string $field): ?BigDecimal
    {
        $text = str_starts_with($field, 'page ')
            ? $found->page[substr($field, 5)] ?? null
            : $found->stages['cart']['lines'][0][$field] ?? null;

        // What a shop says is bounded: "1e9999999999" is no figure.
        return is_string($text) ? ForeignDecimal::plain($text) : null;
    }
}
