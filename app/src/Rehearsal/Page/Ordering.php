<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Pilot;
use Ithrel\Core\Page\Control;
use Ithrel\Core\Page\ControlFinder;
use Ithrel\Core\Page\PageSnapshot;

/**
 * Places an order from a checkout: fills what it asks for with made-up data, and presses its last button.
 */
final class Ordering
{
    private const MADE_UP = ['email' => 'tester@example.com', 'tel' => '0123456789', 'number' => '1', 'text' => 'Test order'];

    public static function place(Pilot $pilot): ?PageSnapshot
    {
        foreach (ControlFinder::of($pilot->page()) as $control) {
            if (in_array($control->kind, [Control::TEXT, Control::NUMBER], true) && $control->isShown() && '' === $control->element->value) {
                $pilot->type($control->element, self::MADE_UP[strtolower($control->element->attribute('type') ?? 'text')] ?? self::MADE_UP['text']);
            }
        }
        $before = $pilot->address();
        foreach (array_reverse(Buttons::buttons($pilot->page())) as $button) {
            if (!Buttons::isDisabled($button) && 1 !== preg_match(Buttons::ASIDE, Buttons::words($button))) {
                $after = $pilot->click($button);

                return $pilot->address() === $before ? null : $after;
            }
        }

        return null;
    }
}
