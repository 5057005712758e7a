<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\ItemPageView;
use Ithrel\App\Api\Dto\MappedThing;
use Ithrel\App\Api\Dto\PictureSpot;
use Ithrel\App\Api\Dto\ShopTold;
use Ithrel\App\Api\Dto\StageView;
use Ithrel\App\Http\AsSeen;
use Ithrel\App\Rehearsal\Page\StagePicture;
use Ithrel\App\Store\ItemPage;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\Shop;
use Ithrel\Core\Page\LinePlaces;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Setup\Kind;

/**
 * Puts mapped pages into the shapes that the interface reads: each thing of the map with its place on a picture.
 *
 * @phpstan-import-type Spot from StagePicture
 */
final readonly class ItemPageViews
{
    private const FIELDS = [
        'line' => 'the line',
        'unitPrice' => 'unit price',
        'lineTotal' => 'line total',
        'sku' => 'SKU',
        'quantity' => 'quantity',
        'weight' => 'weight',
        'image' => 'picture',
        'total' => 'total of all lines',
    ];

    public function __construct(private Shelf $shelf) {}

    /** Without its things and pictures. */
    public function short(ItemPage $page): ItemPageView
    {
        return $this->view($page, [], []);
    }

    public function full(ItemPage $page): ItemPageView
    {
        if (null === $page->map()) {
            return $this->short($page);
        }
        $map = PageMap::fromArray($page->map(), $page->address());
        $pictures = $this->pictures($page);

        return $this->view(
            $page,
            $this->things($page, $map, $pictures),
            array_map(
                static fn(array $p): StageView => new StageView(
                    $p['stage'],
                    sprintf('/api/pictures/%s/%s', $page->id(), $p['file']),
                    $p['width'],
                    $p['height'],
                    array_map(
                        static fn(array $s): PictureSpot => new PictureSpot(
                            $s['at'],
                            $s['control'],
                            $s['button'],
                            $s['within'],
                            $s['box'],
                            $s['text'],
                        ),
                        $p['spots'],
                    ),
                ),
                array_values($pictures),
            ),
        );
    }

    public function shop(Shop $shop): ShopTold
    {
        return new ShopTold(
            $shop->id(),
            $shop->name(),
            $shop->host(),
            array_slice($shop->hosts(), 1),
            $shop->mayOrder(),
            $shop->pause(),
            (object) $shop->ceilings(),
            AsSeen::tag([$shop->name(), $shop->hosts(), $shop->mayOrder(), $shop->pause(), $shop->ceilings()]),
        );
    }

    /**
     * @return array<string, array{
     *     stage: 'page'|'cart'|'checkout',
     *     file: string,
     *     width: int,
     *     height: int,
     *     spots: list<Spot>,
     *     expected: array<string, string|null>,
     * }>
     */
    private function pictures(ItemPage $page): array
    {
        /**
         * @var list<array{
         *     stage: 'page'|'cart'|'checkout',
         *     file: string,
         *     width: int,
         *     height: int,
         *     spots: list<Spot>,
         *     expected: array<string, string|null>,
         * }> $kept
         */
        $kept = $page->pictures();

        return array_column($kept, null, 'stage');
    }

    /**
     * @param array<string, array{spots: list<Spot>, expected: array<string, string|null>}> $pictures
     *
     * @return list<MappedThing>
     */
    private function things(ItemPage $page, PageMap $map, array $pictures): array
    {
        $names = [];
        foreach ($this->shelf->reach($page->setup()->latest())->setup->options as $option) {
            if (Kind::Note !== $option->kind) {
                $names['option ' . $option->code] = [$option->name(), 'page'];
            }
        }
        $names += [
            'quantity' => ['Quantity', 'page'],
            'page unitPrice' => ['Unit price', 'page'],
            'page total' => ['Total', 'page'],
            'page image' => ['Picture', 'page'],
            'page entries' => ['Answers so far', 'page'],
            'add button' => ['Button that adds to the cart', 'page'],
            'express button' => ['Button straight to the checkout', 'page'],
        ];
        foreach (['cart', 'checkout', ...$page->shop()->mayOrder() ? ['order'] : []] as $stage) {
            foreach (self::FIELDS as $field => $words) {
                $names[$stage . ' ' . $field] = [ucfirst($stage) . ': ' . $words, $stage];
            }
            if ('cart' === $stage) {
                $names['way to the checkout'] = ['Way to the checkout', 'cart'];
            }
        }
        $how = array_column($map->found, 'how', 'what');
        $why = array_column($map->missing, 'why', 'what');
        $things = [];
        foreach ($names as $what => [$words, $stage]) {
            $key = $map->place($what);
            $field = explode(' ', $what)[1] ?? '';
            if (
                null === $key &&
                'image' === $field &&
                [] !== $pictures &&
                null === ($pictures['page']['expected']['image'] ?? null)
            ) {
                // Without a picture in the setup there is none to be looked for.
                continue;
            }
            $spot = null === $key ? null : self::spot($what, $key, $pictures[$stage]['spots'] ?? []);
            $expected = str_contains($what, ' ') ? $pictures[$stage]['expected'][explode(' ', $what)[1]] ?? null : null;
            $things[] = new MappedThing(
                what: $what,
                words: $words,
                stage: $stage,
                key: $key,
                note: null === $key ? $why[$what] ?? ($why[$stage] ?? null) : $how[$what] ?? null,
                box: $spot['box'] ?? null,
                reads: $spot['text'] ?? null,
                expected: $expected,
                byHand: in_array($what, $page->byHand(), true),
            );
        }

        return $things;
    }

    /**
     * @param list<Spot> $spots
     *
     * @return Spot|null
     */
    private static function spot(string $what, string $key, array $spots): ?array
    {
        $as = match (true) {
            str_starts_with($what, 'option ') || 'quantity' === $what => 'control',
            str_ends_with($what, 'button') || 'way to the checkout' === $what => 'button',
            in_array(explode(' ', $what)[1] ?? '', LinePlaces::FIELDS, true) && !str_starts_with($what, 'page ')
                => 'within',
            default => 'at',
        };
        foreach ($spots as $spot) {
            if ($spot[$as] === $key) {
                return $spot;
            }
        }

        return null;
    }

    /**
     * What a map says of the page as a whole.
     *
     * @param array<string, mixed>|null $map
     */
    private static function said(?array $map): ?string
    {
        foreach (PageMap::fromArray($map ?? [], '')->missing as $missing) {
            if (in_array($missing['what'], [PageMap::ITEM, PageMap::PRICES], true)) {
                return $missing['why'];
            }
        }

        return null;
    }

    /**
     * @param list<MappedThing> $things
     * @param list<StageView> $stages
     */
    private function view(ItemPage $page, array $things, array $stages): ItemPageView
    {
        return new ItemPageView(
            id: $page->id(),
            setup: $page->setup()->id(),
            address: $page->address(),
            shop: $this->shop($page->shop()),
            state: $page->state(),
            message: $page->message() ?? self::said($page->map()),
            seconds: $page->seconds(),
            createdAt: $page->createdAt()->format(DATE_ATOM),
            things: $things,
            stages: $stages,
            etag: AsSeen::tag([PageMap::fromArray($page->map() ?? [], '')->toArray(), $page->byHand()]),
        );
    }
}
