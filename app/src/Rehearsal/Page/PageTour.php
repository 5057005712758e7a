<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Photograph;
use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\Core\Page\Control;
use Ithrel\Core\Page\ControlItem;
use Ithrel\Core\Page\LinePlaces;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Page\Signature;
use Ithrel\Core\Plan\Check;

/**
 * Walks one sale through a shop once it is mapped, and photographs item, cart and checkout, so that a person can see
 * what was taken for what, and point at what is something else.
 */
final readonly class PageTour
{
    private const MOST_SPOTS = 900;

    /** Characters that are kept of what stands at a spot. */
    private const MOST_CHARACTERS = 120;

    public function __construct(private Pilot $pilot, private Shopper $shopper, private PageMap $map) {}

    /**
     * @param Check|null $sale that is made; null: the page is photographed as it opens
     *
     * @return list<StagePicture> as far as the map leads
     */
    public function walk(?Check $sale): array
    {
        $line = $sale->lines[0] ?? null;
        $expected =
            null === $line
                ? []
                : [
                    'unitPrice' => $line['unitPrice'],
                    'lineTotal' => $line['lineTotal'],
                    'total' => $line['total'],
                    'sku' => $line['sku'],
                    'quantity' => (string) $line['quantity'],
                    'image' => $line['image'],
                    'weight' => $line['weight'],
                ];
        $pictures = [];
        try {
            $this->shopper->open();
            foreach ($sale->visits[0] ?? [] as $click) {
                $this->shopper->click($click);
            }
            if (null !== $sale) {
                $this->shopper->quantity($sale->quantity[0]);
            }
            $pictures[] = $this->picture('page', null, $expected);
            $add = null === $sale ? null : $this->shopper->button($this->map->add);
            if (null === $add || Buttons::isDisabled($add)) {
                return $pictures;
            }
            $this->pilot->click($add);
            $cart = null === $this->map->cart ? $this->pilot->page() : $this->pilot->visit($this->map->cart);
            $pictures[] = $this->picture('cart', $this->map->cartLines, $expected);
            $on = null === $this->map->toCheckout ? null : Buttons::find($cart, $this->map->toCheckout);
            if (null === $on) {
                return $pictures;
            }
            $after = $this->pilot->click($on);
            $places = $this->map->checkoutLines;
            if (null !== $places) {
                Ordering::goOn($this->pilot, $after, static fn(PageSnapshot $p): bool => [] !== $places->lines($p));
            }
            $pictures[] = $this->picture('checkout', $places, $expected);
        } catch (NotTried | NoAnswer) {
            // What was photographed until then is shown; the map says what is missing.
        }

        return $pictures;
    }

    /**
     * @param 'page'|'cart'|'checkout' $stage
     * @param array<string, string|null> $expected
     */
    private function picture(string $stage, ?LinePlaces $places, array $expected): StagePicture
    {
        $page = $this->pilot->page();
        $photograph = $this->pilot->photograph();
        $line = null === $places ? null : Signature::find($page->root, $places->line);
        $spots = $known = [];
        foreach ('page' === $stage ? $this->shopper->controls() : [] as $control) {
            $box = self::boxOf($photograph, $control);
            if (null !== $box) {
                $spots[] = [
                    'at' => Signature::of($control->element),
                    'control' => $control->key(),
                    'button' => null,
                    'within' => null,
                    'box' => $box,
                    'text' => self::short($control->label),
                ];
                $known[$control->element->id] = true;
            }
        }
        $buttons = [];
        foreach ([...Buttons::buttons($page), ...Buttons::links($page)] as $button) {
            $buttons[$button->id] = $button;
        }
        foreach ($page->all() as $element) {
            $button = $buttons[$element->id] ?? null;
            if (
                count($spots) >= self::MOST_SPOTS ||
                isset($known[$element->id]) ||
                (null === $button && !self::saysSomething($element))
            ) {
                continue;
            }
            $box = $photograph->box($element);
            if (null !== $box) {
                $spots[] = [
                    'at' => Signature::of($element),
                    'control' => null,
                    'button' => null === $button ? null : Buttons::key($button),
                    'within' =>
                        null !== $line && $line !== $element && $line->contains($element)
                            ? Signature::of($element, $line)
                            : null,
                    'box' => $box,
                    'text' => self::short(null === $button ? self::read($element) : Buttons::words($button)),
                ];
            }
        }

        return new StagePicture($stage, $photograph, $spots, $expected);
    }

    /** Whether something is read, seen or set right there, and not only in what stands inside. */
    private static function saysSomething(PageElement $element): bool
    {
        if (!$element->isShown || '#text' === $element->tag || '#shadow' === $element->tag) {
            return false;
        }
        if (in_array($element->tag, ['img', 'input', 'select', 'textarea', 'tr', 'li', 'article'], true)) {
            return true;
        }
        foreach ($element->children as $child) {
            if ('#text' === $child->tag && '' !== trim($child->name)) {
                return true;
            }
        }
        // An amount that is split over several elements, say.
        $text = $element->text();

        return '' !== $text && mb_strlen($text, 'UTF-8') <= self::MOST_CHARACTERS;
    }

    private static function read(PageElement $element): string
    {
        $text = '' === $element->value ? $element->text() : $element->value;

        return 'img' === $element->tag
            ? basename((string) parse_url($element->attribute('src') ?? '', PHP_URL_PATH))
            : $text;
    }

    /**
     * Where a control stands, with all that can be picked in it.
     *
     * @return array{int, int, int, int}|null
     */
    public static function boxOf(Photograph $photograph, Control $control): ?array
    {
        $elements = array_merge(
            ...array_map(
                static fn(ControlItem $item): array => array_filter([$item->element, $item->label]),
                $control->items,
            ),
        );

        return $photograph->box(
            ...Control::LIST === $control->kind || [] === $elements ? [$control->element] : $elements,
        ) ?? $photograph->box($control->element);
    }

    private static function short(string $text): string
    {
        return mb_strimwidth(trim((string) preg_replace('/\s+/u', ' ', $text)), 0, self::MOST_CHARACTERS, '…', 'UTF-8');
    }
}
