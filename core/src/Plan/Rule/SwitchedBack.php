<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Setup\Kind;

/**
 * Each branch opened, answered, and closed again by changing what opened it: looked at when it is closed, and bought.
 */
final class SwitchedBack implements Rule
{
    /** Values of one option whose conditions are tried. */
    private const VALUES = 3;

    public function words(): string
    {
        return 'answers given and taken away again';
    }

    public function checks(CheckMaker $maker): iterable
    {
        foreach ($maker->reach->setup->options as $option) {
            if (Kind::Note === $option->kind) {
                continue;
            }
            if (null !== $option->shownWhen) {
                $places = [$option->at . '/shownWhen', ...null === $option->charge ? [] : [$option->charge->at]];
                yield from $this->both(
                    $maker,
                    $option->name(),
                    [$option->code, null, false],
                    $places,
                    $maker->switchBack($option, null, $option->shownWhen),
                );
            }
            $count = 0;
            foreach ($option->values as $value) {
                if (null !== $value->allowedWhen && ++$count <= self::VALUES) {
                    $places = [$value->at . '/allowedWhen', ...null === $value->charge ? [] : [$value->charge->at]];
                    yield from $this->both(
                        $maker,
                        $maker->name($option, $value->index),
                        [$option->code, $value->code, false],
                        $places,
                        $maker->switchBack($option, $value->index, $value->allowedWhen),
                    );
                }
            }
        }
    }

    /**
     * @param array{string, string|null, bool} $offered
     * @param list<string> $places
     * @param array{
     *     State,
     *     \Ithrel\Core\Setup\Option,
     *     non-empty-list<int>|\Ithrel\Core\Limit\Input|null,
     *     State,
     * }|null $found
     *
     * @return iterable<\Ithrel\Core\Plan\Check>
     */
    private function both(CheckMaker $maker, string $name, array $offered, array $places, ?array $found): iterable
    {
        if (null === $found) {
            return;
        }
        [$state, $trigger, $answer, $sale] = $found;
        $clicks = $maker->steps->between($maker->steps->opening(), $state);
        $after = $maker->steps->click($state, $trigger->index, $answer);
        $more = $maker->steps->between($after, $sale);
        if (null === $clicks || null === $more) {
            return;
        }
        $clicks[] = $maker->steps->step($trigger, $answer);
        $about = sprintf('%s answered, then taken away again by %s', $name, $trigger->name());
        if ([] !== $more) {
            // Before anything else is answered; where nothing has to be, the sale looks at the same.
            yield from array_filter([
                $maker->look(
                    Purpose::SwitchBack,
                    $about . ': no longer offered',
                    $offered,
                    [$places[0]],
                    $after,
                    $clicks,
                ),
            ]);
        }
        yield from array_filter([
            $maker->sale(Purpose::SwitchBack, $about, $places, $sale, null, 'form', [...$clicks, ...$more]),
        ]);
    }
}
