<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\Core\Page\Control;
use Ithrel\Core\Page\ControlFinder;
use Ithrel\Core\Page\ControlItem;
use Ithrel\Core\Page\OptionMatcher;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Plan\Click;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * Answers the options of a setup on an item's page, by the controls that a map names.
 *
 * Long, as it has a method for each thing that a shopper does on an item's page.
 */
final class Shopper
{
    /** @var array<string, true> options whose fields did not take all that was typed, since the page was opened */
    public array $held = [];

    /** Whether options that are shown in two ways are answered in the second of their controls. */
    public bool $usesSecond = false;

    private readonly ControlHand $hand;

    /** @var array{PageSnapshot, list<Control>}|null */
    private ?array $controls = null;

    /**
     * @param string $folder for files to be uploaded
     * @param bool $keepsTab whether one tab serves shopper after shopper; each check has one of its own
     */
    public function __construct(
        public readonly Pilot $pilot,
        private readonly Setup $setup,
        private readonly PageMap $map,
        string $folder,
        private readonly bool $keepsTab = false,
    ) {
        $this->hand = new ControlHand($pilot, $this->control(...), $folder);
    }

    public function open(bool $asNew = true): PageSnapshot
    {
        $this->held = [];

        return $asNew
            ? $this->pilot->newShopper($this->map->address, $this->keepsTab)
            : $this->pilot->visit($this->map->address);
    }

    /**
     * @return list<Control> of the page as it was looked at last
     */
    public function controls(): array
    {
        $page = $this->pilot->page();
        if (null === $this->controls || $this->controls[0] !== $page) {
            $this->controls = [$page, ControlFinder::of($page)];
        }

        return $this->controls[1];
    }

    /** The control of an option; null where the page has none at the moment. */
    public function control(string $option): ?Control
    {
        return $this->byKey(
            ($this->usesSecond ? $this->map->seconds[$option] ?? null : null) ?? ($this->map->options[$option] ?? ''),
        );
    }

    /**
     * Codes of the values that each of an option's two controls shows as picked; null where they say the same, or one
     * of them is not there.
     *
     * @return array{list<string>, list<string>}|null
     */
    public function apart(Option $option): ?array
    {
        $shown = [];
        foreach ([$this->map->options[$option->code] ?? '', $this->map->seconds[$option->code] ?? ''] as $key) {
            $control = $this->byKey($key);
            if (null === $control) {
                return null;
            }
            $picked = [];
            foreach ($option->values as $value) {
                $item = OptionMatcher::item($control, $value->label);
                if (null !== $item && $this->pilot->isPicked($item->element)) {
                    $picked[] = $value->code;
                }
            }
            $shown[] = $picked;
        }

        return $shown[0] === $shown[1] ? null : [$shown[0], $shown[1]];
    }

    public function byKey(string $key): ?Control
    {
        $found = null;
        foreach ($this->controls() as $control) {
            if ($control->key() === $key) {
                // Of two with one name the one that is shown.
                $found = null === $found || (!$found->isShown() && $control->isShown()) ? $control : $found;
            }
        }

        return $found;
    }

    /** Whether the page offers an option, or one of its values. */
    public function isOffered(string $code, ?string $value): bool
    {
        $option = $this->setup->option($code);
        if (null === $option) {
            return false;
        }
        if (Kind::Note === $option->kind) {
            return str_contains(
                $this->pilot->page()->root->text(),
                trim((string) preg_replace('/\s+/u', ' ', $option->label)),
            );
        }
        if (!isset($this->map->options[$code])) {
            throw new NotTried(sprintf('%s was not found on the page.', $option->name()));
        }
        $control = $this->control($code);
        if (null === $control || !$control->isShown() || $control->isDisabled()) {
            return false;
        }
        if (null === $value || Kind::Flag === $option->kind) {
            return true;
        }
        $label = $option->value($value)->label ?? $value;
        $item = OptionMatcher::item($control, $label);
        if (
            Control::LIST === $control->kind &&
            'select' !== $control->element->tag &&
            true !== $item?->element->isShown
        ) {
            // A list that opens first, and is closed again.
            $this->pilot->click($control->element);
            $opened = $this->control($code);
            $item = null === $opened ? null : OptionMatcher::item($opened, $label);
            $isThere = null !== $item && $item->element->isShown && !$item->isDisabled();
            if (null !== $opened) {
                $this->pilot->click($opened->element);
            }

            return $isThere;
        }

        return null !== $item && $item->isShown() && !$item->isDisabled();
    }

    /**
     * @return bool whether the page took it
     *
     * @throws NotTried
     * @throws NoAnswer
     */
    public function click(Click $click): bool
    {
        $option =
            $this->setup->option($click->option) ??
            throw new NotTried(sprintf('The setup has no option %s.', $click->option));
        if (!isset($this->map->options[$click->option])) {
            throw new NotTried(sprintf('%s was not found on the page.', $option->name()));
        }
        $control = $this->control($click->option);
        if (null === $control || !$control->isShown() || $control->isDisabled()) {
            return false;
        }

        return match ($option->kind) {
            Kind::One, Kind::Part => $this->hand->pick(
                $option,
                $control,
                is_string($click->answer) ? $click->answer : null,
            ),
            Kind::Several => $this->hand->pickAll(
                $option,
                $control,
                is_array($click->answer) ? array_values(array_filter($click->answer, is_string(...))) : [],
            ),
            Kind::Flag => $this->hand->tick($control, true === $click->answer),
            Kind::File => $this->hand->upload($control, is_array($click->answer) ? $click->answer : []),
            Kind::Note => false,
            // All other inputs are typed.
            default => $this->write($option, $control, is_string($click->answer) ? $click->answer : ''),
        };
    }

    /**
     * Sets an answer past the page: what the page bars or hides is freed first, and no script of the page hears of it.
     *
     * @throws NotTried where the page has nothing that could be sent
     */
    public function send(string $code, mixed $answer): void
    {
        $option = $this->setup->option($code);
        $control = $this->control($code);
        if (null === $option || null === $control || Kind::File === $option->kind) {
            throw new NotTried(
                sprintf('%s has no field on the page that could be sent past it.', $option?->name() ?? $code),
            );
        }
        $free =
            'function(v, on) { for (let n = this; n; n = n.parentElement) { n.removeAttribute("hidden"); ' .
            'n.removeAttribute("disabled") } for (const a of ["required", "maxlength", "minlength", "pattern", "min", "max", "step"]) this.removeAttribute(a); if (v === null) { if ("selected" in this) this.selected = on; else this.checked = on } else this.value = v; if (this.form) this.form.noValidate = true }';
        if ([] === $control->items) {
            $this->pilot->call($control->element, $free, [is_string($answer) ? $answer : '', true]);

            return;
        }
        $codes = array_filter(is_array($answer) ? $answer : [$answer], is_string(...));
        $labels = array_map(static fn(string $c): string => $option->value($c)->label ?? $c, $codes);
        foreach ($labels as $label) {
            if (null === OptionMatcher::item($control, $label)) {
                throw new NotTried(sprintf('%s has no field on the page that could be sent past it.', $label));
            }
        }
        foreach ($control->items as $item) {
            $isOn =
                Kind::Flag === $option->kind
                    ? true === $answer
                    : [] !==
                        array_filter(
                            $labels,
                            static fn(string $label): bool => OptionMatcher::item($control, $label) === $item,
                        );
            $this->pilot->call($item->element, $free, [null, $isOn]);
        }
    }

    /**
     * Puts the browser's own validation of an empty field away, with that of its form.
     *
     * @return bool false where it does not stand in the way
     */
    public function withoutValidation(string $code): bool
    {
        $control = $this->control($code);
        $isAway = false;
        $free =
            'function() { if (!this.willValidate || !this.validity.valueMissing) return false; ' .
            'this.removeAttribute("required"); if (this.form) this.form.noValidate = true; return true }';
        foreach (
            null === $control
                ? []
                : [
                    $control->element,
                    ...array_map(static fn(ControlItem $i): PageElement => $i->element, $control->items),
                ]
            as $element
        ) {
            $isAway =
                (in_array($element->tag, ['input', 'select', 'textarea'], true) &&
                    true === $this->pilot->call($element, $free)) ||
                $isAway;
        }

        return $isAway;
    }

    public function quantity(int $quantity): void
    {
        $control = null === $this->map->quantity ? null : $this->byKey($this->map->quantity);
        if (null === $control) {
            if ($quantity !== $this->setup->quantity->min) {
                throw new NotTried('The page has no field for the quantity.');
            }

            return;
        }
        if (Control::LIST === $control->kind) {
            foreach ($control->items as $n => $item) {
                if (
                    trim($item->text) === (string) $quantity ||
                    $item->element->attribute('value') === (string) $quantity
                ) {
                    $this->pilot->choose($control->element, $n);

                    return;
                }
            }
            throw new NotTried(sprintf('%d pieces cannot be chosen on the page.', $quantity));
        }
        if ($control->element->value !== (string) $quantity) {
            $this->pilot->type($control->element, (string) $quantity);
        }
    }

    /** A button of the map on the page as it is now. */
    public function button(?string $key): ?PageElement
    {
        return null === $key ? null : Buttons::find($this->pilot->page(), $key);
    }

    private function write(Option $option, Control $control, string $text): bool
    {
        in_array($control->kind, [Control::DATE, Control::COLOUR], true)
            ? $this->pilot->set($control->element, $text)
            : $this->pilot->type($control->element, $text);
        $stands = $this->control($option->code)?->element->value;
        unset($this->held[$option->code]);
        if (
            null !== $stands &&
            $stands !== str_replace(["\r\n", "\r"], "\n", $text) &&
            Control::COLOUR !== $control->kind &&
            Control::DATE !== $control->kind
        ) {
            $this->held[$option->code] = true;
        }

        return true;
    }
}
