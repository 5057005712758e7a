<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Limit\AnswerProblem;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Limits\ColourLimits;
use Ithrel\Core\Setup\Option;

/**
 * A colour, as "#rrggbb".
 */
final readonly class ColourType implements InputType
{
    public function __construct(private Option $option, private ColourLimits $limits) {}

    public function parse(string $typed): ?Input
    {
        $colour = ColourLimits::parse($typed);

        return null === $colour ? null : Input::text($colour);
    }

    public function unreadable(): array
    {
        return ['input.colour', 'a colour like "#1f5c8a"'];
    }

    public function problems(Input $input): array
    {
        $colour = $input->text;

        return $this->limits->takes($colour)
            ? []
            : [
                new AnswerProblem(
                    'input.colour',
                    $this->option->code,
                    sprintf('%s: %s is not among the colours taken.', $this->option->name(), $colour),
                    implode(', ', $this->limits->colours ?? []),
                    $colour,
                ),
            ];
    }

    public function ordinary(int $today): ?Input
    {
        return [] === $this->limits->colours ? null : Input::text($this->limits->colours[0] ?? '#000000');
    }

    public function samples(): array
    {
        return array_map(Input::text(...), array_slice($this->limits->colours ?? ['#1f5c8a', '#000000'], 0, 2));
    }

    public function htmlField(): ?array
    {
        return null;
    }

    public function htmlFlags(string $typed): ?array
    {
        return 1 === preg_match('/^#[0-9a-f]{6}$/iD', $typed) ? [] : null;
    }

    public function canBeEmpty(): bool
    {
        return false;
    }

    public function whyImpossible(): string
    {
        return 'the list of its colours is empty';
    }
}
