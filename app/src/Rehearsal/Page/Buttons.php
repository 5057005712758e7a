<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Page\Signature;

/**
 * What can be pressed on a page: buttons and links, and by what they are known again.
 */
final class Buttons
{
    /** Words on the way to buying, in some languages (common practice, no source); they only add to what is seen. */
    public const ADD =
        '/\b(?:add|buy|basket|cart|bag|warenkorb|kaufen|panier|ajouter|carrito|añadir|carrello|aggiungi|winkelwagen|koszyk|kurv|varukorg)\b|в ' .
        'корзину|カート|购物车|سلة|לסל/iu';
    public const CART = '/\b(?:cart|basket|bag|warenkorb|panier|carrito|cesta|carrello|winkelwagen|koszyk|kurv|varukorg|kundvagn)\b|корзин|カート|购物车|سلة|סל/iu';
    public const CHECKOUT = '/\b(?:check-?out|kasse|bezahlen|commander|caisse|pagar|finalizar|cassa|afrekenen|kassan|zamawiam|proceed|continue|weiter)\b|оформ|レジ|结账|الدفع|תשלום/iu';
    public const EXPRESS = '/\b(?:express|straight|directly|buy now|sofort|direkt|immédiat|ahora|subito|nu kopen)\b/iu';
    public const ASIDE =
        '/\b(?:remove|delete|empty|clear|update|cancel|close|entfernen|leeren|aktualisieren|supprimer|vider|eliminar|rimuovi|verwijder|share|wishlist|compare|login|log ' .
        'in|sign in)\b/iu';

    /**
     * @return list<PageElement> buttons that a person is shown and can press
     */
    public static function buttons(PageSnapshot $page): array
    {
        $buttons = [];
        foreach ($page->all() as $element) {
            $isButton =
                'button' === $element->tag ||
                ('input' === $element->tag &&
                    in_array(strtolower($element->attribute('type') ?? ''), ['submit', 'button', 'image'], true)) ||
                'button' === $element->attribute('role');
            if (
                $isButton &&
                $element->isShown &&
                null === $element->attribute('aria-pressed') &&
                !in_array(
                    $element->attribute('role'),
                    ['switch', 'radio', 'checkbox', 'combobox', 'option', 'tab'],
                    true,
                )
            ) {
                $buttons[] = $element;
            }
        }

        return $buttons;
    }

    /**
     * @return list<PageElement>
     */
    public static function links(PageSnapshot $page): array
    {
        $links = [];
        foreach ($page->all() as $element) {
            if ('a' === $element->tag && null !== $element->attribute('href') && $element->isShown) {
                $links[] = $element;
            }
        }

        return $links;
    }

    /** Whether it belongs to what frames every page, or to a search, and not to the item. */
    public static function isAside(PageElement $element): bool
    {
        return null !==
            $element->closest(
                static fn(PageElement $e): bool => in_array($e->tag, ['header', 'nav', 'footer'], true) ||
                    'search' === $e->attribute('role'),
            );
    }

    public static function isDisabled(PageElement $button): bool
    {
        return $button->is('disabled') ||
            null !== $button->attribute('disabled') ||
            'true' === $button->attribute('aria-disabled');
    }

    public static function words(PageElement $button): string
    {
        return trim(
            implode(
                ' ',
                array_unique(
                    array_map(trim(...), [
                        $button->name,
                        $button->text(),
                        $button->attribute('value') ?? '',
                        $button->attribute('title') ?? '',
                    ]),
                ),
            ),
        );
    }

    /** By which it is known again: its id or name, else where it stands. */
    public static function key(PageElement $button): string
    {
        foreach (['id', 'formaction', 'data-action'] as $attribute) {
            $own = $button->attribute($attribute);
            if (null !== $own && '' !== $own) {
                return $attribute . '=' . $own;
            }
        }
        $name = $button->attribute('name');

        return null !== $name && '' !== $name
            ? 'name=' . $name . '=' . ($button->attribute('value') ?? '')
            : 'at=' . Signature::of($button);
    }

    public static function find(PageSnapshot $page, string $key): ?PageElement
    {
        if (str_starts_with($key, 'at=')) {
            return Signature::find($page->root, substr($key, 3));
        }
        foreach ([...self::buttons($page), ...self::links($page)] as $button) {
            if (self::key($button) === $key) {
                return $button;
            }
        }

        return null;
    }
}
