<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Pilot;
use Ithrel\Core\Page\Control;
use Ithrel\Core\Page\ControlFinder;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageSnapshot;

/**
 * Places an order from a checkout: fills what it asks for with made-up data, and presses its last button.
 */
final class Ordering
{
    private const MOST_STEPS = 3;

    private const MADE_UP = ['email' => 'tester@example.com', 'tel' => '0123456789', 'number' => '1', 'text' => 'Test order'];

    /**
     * Goes on through steps that ask who the shopper is, until what is looked for is shown; nothing is pressed on a page that
     * shows it, nor on one that asks for nothing.
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
     * @return int fields that were filled
     */
    private static function fill(Pilot $pilot): int
    {
        $filled = 0;
        foreach (ControlFinder::of($pilot->page()) as $control) {
            if (!Buttons::isAside($control->element) && in_array($control->kind, [Control::TEXT, Control::NUMBER], true) && $control->isShown() && '' === $control->element->value) {
                ++$filled;
                $pilot->type($control->element, self::MADE_UP[strtolower($control->element->attribute('type') ?? 'text')] ?? self::MADE_UP['text']);
            }
        }

        return $filled;
    }

    /** The last button of the page itself that does not lead aside. */
    private static function last(Pilot $pilot): ?PageElement
    {
        foreach (array_reverse(Buttons::buttons($pilot->page())) as $button) {
            if (!Buttons::isAside($button) && !Buttons::isDisabled($button) && 1 !== preg_match(Buttons::ASIDE, Buttons::words($button))) {
                return $button;
            }
        }

        return null;
    }
}
