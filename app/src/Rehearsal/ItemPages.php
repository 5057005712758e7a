<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Rehearsal\Job\MapPage;
use Ithrel\App\Rehearsal\Job\WalkPage;
use Ithrel\App\Rehearsal\Page\StagePicture;
use Ithrel\App\Store\ItemPage;
use Ithrel\App\Store\Newest;
use Ithrel\App\Store\Pictures;
use Ithrel\App\Store\Shop;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Page\LinePlaces;
use Ithrel\Core\Page\PageMap;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Messenger\MessageBusInterface;

/**
 * The pages of items in shops: has them mapped, keeps what was found and what a person said of it.
 */
final readonly class ItemPages
{
    public const A_PAGE = 20;

    private const OF_LINES = ['line', ...LinePlaces::FIELDS, 'total'];

    public function __construct(
        private EntityManagerInterface $entities,
        private MessageBusInterface $bus,
        private Pictures $pictures,
    ) {}

    public function begin(StoredSetup $setup, ShopAddress $address): ItemPage
    {
        $now = new \DateTimeImmutable();
        $host = ShopAddress::hostOf($address->page);
        $shop = $this->entities->getRepository(Shop::class)->findOneBy(['host' => $host]) ?? new Shop($host, $now);
        $page =
            $this->entities
                ->getRepository(ItemPage::class)
                ->findOneBy(['setup' => $setup, 'address' => $address->page]) ??
            new ItemPage($setup, $shop, $address->page, $now);
        $page->again();
        $this->entities->wrapInTransaction(function () use ($shop, $page): void {
            $this->entities->persist($shop);
            $this->entities->persist($page);
            $this->entities->flush();
            $this->bus->dispatch(new MapPage($page->id()));
        });

        return $page;
    }

    public function find(string $id): ?ItemPage
    {
        return $this->entities->find(ItemPage::class, $id);
    }

    public function get(string $id): ItemPage
    {
        return $this->find($id) ??
            throw new NotFoundHttpException('There is no such page. It may have been removed with its setup.');
    }

    /**
     * @param string $before id of one; those that were looked at before it. '': the latest
     *
     * @return list<ItemPage> newest first, A_PAGE at most
     */
    public function of(StoredSetup $setup, string $before = ''): array
    {
        return Newest::of($this->entities, ItemPage::class, $setup, $before, self::A_PAGE);
    }

    /**
     * Of what the page itself does not show, what is known of its shop from another item is taken. What a person said
     * of the page while a browser was at it stands over what the browser found.
     *
     * @param list<StagePicture> $stages
     */
    public function mapped(ItemPage $page, PageMap $map, array $stages, int $seconds): void
    {
        $before = PageMap::fromArray($page->map() ?? [], '');
        $this->entities->wrapInTransaction(function () use ($page, $before, $map, $stages, $seconds): void {
            $this->entities->refresh($page);
            $this->entities->refresh($page->shop());
            $known = PageMap::fromArray($page->shop()->map() ?? [], $page->address());
            foreach (['cart', 'checkout'] as $stage) {
                if (null === $map->place($stage . ' line') && null !== $known->place($stage . ' line')) {
                    foreach (self::OF_LINES as $field) {
                        $map->put($stage . ' ' . $field, $known->place($stage . ' ' . $field));
                    }
                }
            }
            $now = PageMap::fromArray($page->map() ?? [], '');
            $said = array_filter(
                $page->byHand(),
                static fn(string $what): bool => $now->place($what) !== $before->place($what) &&
                    $map->put($what, $now->place($what)),
            );
            $page->mapped($map->toArray(), $this->kept($page, $stages), $seconds, array_values($said));
            $page->shop()->learn(['shop' => $map->toArray()['shop']]);
        });
    }

    /**
     * It was walked by its map, as a person mended it; where she mended it since, it is walked once more.
     *
     * @param list<StagePicture> $stages
     */
    public function toured(ItemPage $page, array $stages): void
    {
        $this->entities->wrapInTransaction(function () use ($page, $stages): void {
            if (!$this->isMendedSince($page)) {
                $page->toured($this->kept($page, $stages));
            }
        });
    }

    /** Whether somebody mended the map since it was read. */
    public function isMendedSince(ItemPage $page): bool
    {
        $read = $page->map();
        $this->entities->refresh($page);

        return $page->map() !== $read;
    }

    /**
     * @param list<StagePicture> $stages
     *
     * @return list<array<string, mixed>>
     */
    private function kept(ItemPage $page, array $stages): array
    {
        $pictures = [];
        foreach ($stages as $each) {
            $file = $this->pictures->keep($page->id(), 'page-' . $each->stage, $each->photograph->jpeg);
            if (null !== $file) {
                $pictures[] = [
                    'stage' => $each->stage,
                    'file' => $file,
                    'width' => $each->photograph->width,
                    'height' => $each->photograph->height,
                    'spots' => $each->spots,
                    'expected' => $each->expected,
                ];
            }
        }

        return $pictures;
    }

    /** It could not be mapped; a map that somebody mended meanwhile is tried all the same. */
    public function failed(ItemPage $page, string $why): void
    {
        $this->entities->wrapInTransaction(function () use ($page, $why): void {
            if (!$this->isMendedSince($page)) {
                $page->failed($why);
            }
        });
    }

    /**
     * @param string $what a name of the map, as in "option size" or "cart total"
     * @param string|null $key key of a control or button, or signature; null: nowhere
     *
     * @throws UnreadableDocument where the map has no such thing
     */
    public function mend(ItemPage $page, string $what, ?string $key): void
    {
        $map = PageMap::fromArray($page->map() ?? [], $page->address());
        $isOption = str_starts_with($what, 'option ');
        if (
            null === $page->map() ||
            ($isOption && !in_array(substr($what, 7), $this->options($page), true)) ||
            !$map->put($what, '' === $key ? null : $key)
        ) {
            throw UnreadableDocument::at(
                '/what',
                sprintf(
                    'A map has no "%s", or nothing yet that it could stand in.',
                    mb_strimwidth($what, 0, 80, '…', 'UTF-8'),
                ),
            );
        }
        $map->found = array_values(array_filter($map->found, static fn(array $f): bool => $f['what'] !== $what));
        $map->missing = array_values(array_filter($map->missing, static fn(array $m): bool => $m['what'] !== $what));
        $page->mended($map->toArray(), $what);
        $page->shop()->learn(['shop' => $map->toArray()['shop']]);
        $this->entities->wrapInTransaction(function () use ($page): void {
            $this->entities->flush();
            $this->bus->dispatch(new WalkPage($page->id()));
        });
    }

    /**
     * @return list<Shop> by name
     */
    public function shops(): array
    {
        return $this->entities->getRepository(Shop::class)->findBy([], ['name' => 'ASC']);
    }

    public function shop(string $id): Shop
    {
        return $this->entities->find(Shop::class, $id) ?? throw new NotFoundHttpException('There is no such shop.');
    }

    /**
     * @param list<string> $hosts
     * @param array<string, int> $ceilings
     */
    public function setShop(Shop $shop, string $name, array $hosts, bool $orders, int $pause, array $ceilings): void
    {
        $shop->set($name, $hosts, $orders, $pause, $ceilings);
        $this->entities->flush();
    }

    /**
     * @return list<string> codes of the options of the setup
     */
    private function options(ItemPage $page): array
    {
        $options = JsonText::members($page->setup()->latest()->document())['options'] ?? [];

        return array_values(array_filter(array_column(is_array($options) ? $options : [], 'code'), is_string(...)));
    }
}
