<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\MadeFile;
use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\Core\Page\Control;
use Ithrel\Core\Page\ControlItem;
use Ithrel\Core\Page\OptionMatcher;
use Ithrel\Core\Page\Signature;
use Ithrel\Core\Setup\Option;

/**
 * Picks, ticks and uploads on a page, whatever its controls are made of.
 */
final readonly class ControlHand
{
    /**
     * @param \Closure(string): ?Control $control code of an option => its control on the page as it is now
     * @param string $folder for files to be uploaded
     */
    public function __construct(private Pilot $pilot, private \Closure $control, private string $folder) {}

    public function pick(Option $option, Control $control, ?string $code): bool
    {
        if (null === $code) {
            return $this->none($option, $control);
        }
        $label = $option->value($code)->label ?? $code;
        $item = OptionMatcher::item($control, $label);
        if (null !== $item && Control::LIST === $control->kind && 'select' === $control->element->tag) {
            if (!$item->isShown() || $item->isDisabled()) {
                return false;
            }
            $this->pilot->choose($control->element, (int) array_search($item, $control->items, true));

            return true;
        }
        if (Control::LIST === $control->kind && (null === $item || !$item->element->isShown)) {
            $item = $this->inOpened(
                $option,
                $control,
                static fn(Control $opened): ?ControlItem => OptionMatcher::item($opened, $label),
            );
            if (null === $item) {
                return false;
            }
        }
        if (null === $item || !$item->isShown() || $item->isDisabled()) {
            return false;
        }
        if (!$this->pilot->isPicked($item->element)) {
            $this->press($item);
        }

        return true;
    }

    /**
     * An item of a list that opens first; where it is not there the list is shut again.
     *
     * @param \Closure(Control): ?ControlItem $which
     */
    private function inOpened(Option $option, Control $control, \Closure $which): ?ControlItem
    {
        $this->pilot->click($control->element);
        $opened = ($this->control)($option->code);
        $item = null === $opened ? null : $which($opened);
        if (true === $item?->element->isShown) {
            return $item;
        }
        if (null !== $opened) {
            $this->pilot->click($opened->element);
        }

        return null;
    }

    private function none(Option $option, Control $control): bool
    {
        foreach ($control->items as $n => $item) {
            if ($item->isNone() && !$item->isDisabled()) {
                if ('select' === $control->element->tag) {
                    $this->pilot->choose($control->element, $n);

                    return true;
                }
                $isNone = static fn(Control $opened): ?ControlItem => array_values(
                    array_filter($opened->items, static fn(ControlItem $i): bool => $i->isNone()),
                )[0] ?? null;
                $item =
                    Control::LIST === $control->kind && !$item->element->isShown
                        ? $this->inOpened($option, $control, $isNone) ?? $item
                        : $item;
                $this->press($item);

                return true;
            }
        }
        foreach ($control->items as $item) {
            if ($this->pilot->isPicked($item->element)) {
                if (null === $item->element->attribute('aria-pressed')) {
                    throw new NotTried(sprintf('The page has no way to take the answer to %s back.', $option->name()));
                }
                $this->press($item);
            }
        }

        return true;
    }

    /**
     * @param list<string> $codes
     */
    public function pickAll(Option $option, Control $control, array $codes): bool
    {
        $wanted = [];
        foreach ($codes as $code) {
            $item = OptionMatcher::item($control, $option->value($code)->label ?? $code);
            if (null === $item || !$item->isShown() || $item->isDisabled()) {
                return false;
            }
            $wanted[Signature::of($item->element)] = true;
        }
        if ('select' === $control->element->tag) {
            $this->pilot->chooseAll(
                $control->element,
                array_keys(
                    array_filter(
                        $control->items,
                        static fn(ControlItem $item): bool => isset($wanted[Signature::of($item->element)]),
                    ),
                ),
            );

            return true;
        }
        foreach (array_keys($control->items) as $n) {
            $item = ($this->control)($option->code)->items[$n] ?? null;
            if (
                null !== $item &&
                isset($wanted[Signature::of($item->element)]) !== $this->pilot->isPicked($item->element)
            ) {
                $this->press($item);
            }
        }

        return true;
    }

    public function tick(Control $control, bool $yes): bool
    {
        $item = $control->items[0] ?? new ControlItem('', $control->element);
        if (Control::CHECK === $control->kind) {
            if ($this->pilot->isPicked($item->element) !== $yes) {
                $this->press($item);
            }

            return true;
        }
        $words = $yes ? '/^(?:yes|ja|oui|sí|si|sim|да|是|نعم|כן)\b/iu' : '/^(?:no|nein|non|não|нет|否|لا|לא|none)\b/iu';
        foreach ($control->items as $n => $each) {
            if (1 === preg_match($words, trim($each->text)) || (!$yes && $each->isNone())) {
                'select' === $control->element->tag ? $this->pilot->choose($control->element, $n) : $this->press($each);

                return true;
            }
        }
        throw new NotTried('Which of its answers is yes could not be told.');
    }

    /**
     * @param list<array{name: string, type?: string, bytes?: int, width?: int, height?: int}>|list<string> $files
     */
    public function upload(Control $control, array $files): bool
    {
        $paths = [];
        foreach ($files as $file) {
            // A browser tells the type of a file by its ending.
            $paths[] = MadeFile::in($this->folder, MadeFile::withEnding(is_array($file) ? $file : ['name' => $file]));
        }
        if (count($paths) > 1 && null === $control->element->attribute('multiple')) {
            throw new NotTried('The page takes one file at a time.');
        }
        $this->pilot->upload($control->element, $paths);

        return true;
    }

    private function press(ControlItem $item): void
    {
        $this->pilot->click($item->element->isShown ? $item->element : $item->label ?? $item->element);
    }
}
