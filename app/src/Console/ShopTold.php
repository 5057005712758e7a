<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Scope\Catalogue;
use Ithrel\Core\Scope\Ceilings;
use Ithrel\Core\Scope\ScopeFindings;
use Ithrel\Core\Setup\Setup;

/**
 * What a command is told of the shop: its catalogue, and how much it takes. What is not told is not asked.
 */
final readonly class ShopTold
{
    /** How the options are told. */
    public const CATALOGUE = 'The items of the shop as CSV, with sku, categories and tags: which of them the setup really hits';
    public const SHOP = 'What the shop takes (shop/1, with its ceilings)';

    private function __construct(public ?Catalogue $catalogue, public ?Ceilings $ceilings) {}

    /**
     * @throws UnreadableDocument
     */
    public static function read(mixed $catalogue, mixed $shop): self
    {
        return new self(
            is_string($catalogue) ? Catalogue::read(SetupFile::text($catalogue)) : null,
            is_string($shop) ? Ceilings::read(SetupFile::text($shop)) : null,
        );
    }

    /**
     * @param list<Setup> $others setups of the same shop
     *
     * @return list<Finding>
     */
    public function findings(Setup $setup, array $others = []): array
    {
        return [
            ...null === $this->catalogue ? [] : (new ScopeFindings($this->catalogue))->of($setup, $others),
            ...$this->ceilings?->findings($setup) ?? [],
        ];
    }

    /**
     * @return list<'catalogue'|'ceilings'>
     */
    public function asked(): array
    {
        return [...null === $this->catalogue ? [] : ['catalogue'], ...null === $this->ceilings ? [] : ['ceilings']];
    }
}
