<?php

declare(strict_types=1);

namespace Ithrel\Core\Cart;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * On which picture, and where on it, each text and file of a state is placed: in display order, each to the first place
 * that takes it and has room.
 */
final readonly class Previews
{
    public function __construct(private Setup $setup) {}

    /**
     * By view, those without room last.
     *
     * @return list<array{view: string|null, contents: list<array{place: string|null, option: string}>}>
     */
    public function of(State $state): array
    {
        /**
         * @var array<int, list<array{
         *     place: string|null,
         *     option: string,
         * }>> $placed by position of the view; -1: no room
         */
        $placed = [];
        $used = [];
        foreach ($this->contents($state) as $option) {
            [$view, $place] = $this->room($option, $used) ?? [-1, null];
            $at = null === $place ? null : $this->setup->views[$view]->places[$place];
            $placed[$view][] = ['place' => $at?->code, 'option' => $option->code];
            if (null !== $at) {
                $used[$at->at] = ($used[$at->at] ?? 0) + 1;
            }
        }
        $previews = [];
        foreach ($this->setup->views as $position => $view) {
            if (isset($placed[$position])) {
                $previews[] = ['view' => $view->code, 'contents' => $placed[$position]];
            }
        }
        if (isset($placed[-1])) {
            $previews[] = ['view' => null, 'contents' => $placed[-1]];
        }

        return $previews;
    }

    /**
     * @return list<Option> once for each content: a filled text, and each file; what no place takes belongs on no
     *                      picture
     */
    private function contents(State $state): array
    {
        $contents = [];
        foreach (array_keys($state->answers) as $index) {
            $option = $this->setup->options[$index];
            $input = $state->input($index);
            if (null !== $input && [] !== $this->setup->placesFor($option)) {
                array_push($contents, ...array_fill(0, null === $option->file ? 1 : count($input->files), $option));
            }
        }

        return $contents;
    }

    /**
     * @param array<string, int> $used by place
     *
     * @return array{int, int}|null positions of the view, and of the place in it
     */
    private function room(Option $option, array $used): ?array
    {
        foreach ($this->setup->views as $v => $view) {
            foreach ($view->places as $p => $place) {
                if ($place->takes($option) && (null === $place->most || ($used[$place->at] ?? 0) < $place->most)) {
                    return [$v, $p];
                }
            }
        }

        return null;
    }
}
