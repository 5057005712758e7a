<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Cart\CartLineBuilder;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Setup;

/**
 * A state as the interface's addresses have it, and in words.
 */
final readonly class StateView
{
    private CartLineBuilder $lines;

    public function __construct(private Setup $setup)
    {
        $this->lines = new CartLineBuilder($setup);
    }

    /**
     * @return list<string> choices as "option=value"
     */
    public function pins(State $state): array
    {
        $pins = [];
        foreach ($state->answers as $index => $answer) {
            $option = $this->setup->options[$index];
            foreach (is_array($answer) ? $answer : [] as $value) {
                $pins[] = $option->code . '=' . $option->values[$value]->code;
            }
        }

        return $pins;
    }

    /**
     * @return list<string> inputs as "option=text"
     */
    public function typed(State $state): array
    {
        $typed = [];
        foreach ($state->answers as $index => $answer) {
            if ($answer instanceof Input) {
                $typed[] = $this->setup->options[$index]->code . '=' . $answer->text;
            }
        }

        return $typed;
    }

    public function words(State $state): string
    {
        return implode(
            ' · ',
            array_map(
                fn(int $index): string => $this->setup->options[$index]->name() .
                    ': ' .
                    $this->lines->carried($this->setup->options[$index], $state),
                array_keys($state->answers),
            ),
        );
    }

    public function sku(State $state): string
    {
        return $this->lines->sku($state);
    }
}
