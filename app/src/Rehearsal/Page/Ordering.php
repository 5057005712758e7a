<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Pilot;
use Ithrel\Core\Page\Control;
use Ithrel\Core\Page\ControlFinder;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Pattern\HtmlPattern;
use Ithrel\Core\Pattern\PatternError;

/**
 * Places an order from a checkout: fills what it asks for with made-up data, and presses its last button.
 */
final class Ordering
{
    private const MOST_STEPS = 5;

    private const MADE_UP = [
        'email' => 'tester@example.com',
        'tel' => '0123456789',
        'number' => '1',
        'url' => 'https://example.com',
        'password' => 'Made-up 1',
        'text' => 'Test order',
    ];

    /** What is tried where a field does not take what was made up for it. */
    private const OTHERWISE = ['12345', '1234', 'AB1 2CD', 'Test', 'tester@example.com', '+4912345678', '1'];

    /**
     * Goes on through steps that ask who the shopper is, until what is looked for is shown; nothing is pressed on a
     * page that shows it, nor on one that asks for nothing.
     *
     * @param \Closure(PageSnapshot): bool $isThere
     */
    public static function goOn(Pilot $pilot, PageSnapshot $page, \Closure $isThere): ?PageSnapshot
    {
        for ($step = 0; $step < self::MOST_STEPS && !$isThere($page); ++$step) {
            if (0 === self::fill($pilot)) {
                return null;
            }
            $next = self::last($pilot);
            if (null === $next) {
                return null;
            }
            $page = $pilot->click($next);
        }

        return $isThere($page) ? $page : null;
    }

    public static function place(Pilot $pilot): ?PageSnapshot
    {
        self::fill($pilot);
        $button = self::last($pilot);
        if (null === $button) {
            return null;
        }
        $before = $pilot->address();
        $after = $pilot->click($button);

        return $pilot->address() === $before ? null : $after;
    }

    /**
     * @return int fields that were filled, and choices that were made
     */
    private static function fill(Pilot $pilot): int
    {
        $filled = 0;
        foreach (ControlFinder::of($pilot->page()) as $control) {
            if (!Buttons::isAside($control->element) && $control->isShown() && !$control->isDisabled()) {
                $filled += match ($control->kind) {
                    Control::TEXT, Control::NUMBER => '' === $control->element->value
                        ? self::write($pilot, $control->element)
                        : 0,
                    Control::DATE => '' === $control->element->value ? self::date($pilot, $control->element) : 0,
                    Control::LIST, Control::RADIOS, Control::CHECK => self::isMissing(
                        $pilot,
                        $control->items[0]->element ?? $control->element,
                    ) || self::isMissing($pilot, $control->element)
                        ? self::choose($pilot, $control)
                        : 0,
                    default => 0,
                };
            }
        }

        return $filled;
    }

    private static function write(Pilot $pilot, PageElement $field): int
    {
        $pilot->type($field, self::MADE_UP[strtolower($field->attribute('type') ?? 'text')] ?? self::MADE_UP['text']);
        foreach ([...self::fitting($field->attribute('pattern')), ...self::OTHERWISE] as $text) {
            if (true === $pilot->call($field, 'function() { return this.validity?.valid ?? true }')) {
                break;
            }
            $pilot->type($field, $text);
        }

        return 1;
    }

    /**
     * @return list<string> texts that fit a field's own pattern
     */
    private static function fitting(?string $pattern): array
    {
        try {
            return null === $pattern || '' === $pattern
                ? []
                : array_slice(HtmlPattern::parse($pattern)->samples(), 0, 4);
        } catch (PatternError) {
            return [];
        }
    }

    private static function date(Pilot $pilot, PageElement $field): int
    {
        $least = $field->attribute('min') ?? '';
        $pilot->set($field, '' === $least ? date('Y-m-d', time() + 7 * 86_400) : $least);

        return 1;
    }

    /** Whether the browser would not let the form go without an answer here. */
    private static function isMissing(Pilot $pilot, PageElement $element): bool
    {
        return true === $pilot->call($element, 'function() { return !!this.validity?.valueMissing }');
    }

    private static function choose(Pilot $pilot, Control $control): int
    {
        foreach ($control->items as $index => $item) {
            if (!$item->isNone() && !$item->isDisabled()) {
                Control::LIST === $control->kind && 'select' === $control->element->tag
                    ? $pilot->choose($control->element, $index)
                    : $pilot->click($item->element);

                return 1;
            }
        }
        $pilot->click($control->element);

        return 1;
    }

    /** The last button of the page itself that does not lead aside. */
    private static function last(Pilot $pilot): ?PageElement
    {
        foreach (array_reverse(Buttons::buttons($pilot->page())) as $button) {
            if (
                !Buttons::isAside($button) &&
                !Buttons::isDisabled($button) &&
                1 !== preg_match(Buttons::ASIDE, Buttons::words($button))
            ) {
                return $button;
            }
        }

        return null;
    }
}
