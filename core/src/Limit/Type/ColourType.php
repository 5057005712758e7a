<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Limit\Candidates;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\LimitProblem;

/**
 * A colour, typed and carried as "#rrggbb".
 */
final readonly class ColourType implements InputType
{
    private const MOST_TRIED = 60;

    /**
     * @param list<string>|null $colours as "#rrggbb" in lower case; null = any
     */
    public function __construct(public ?array $colours = null) {}

    public static function read(Place $option, Reading $reading): self
    {
        return new self($option->has('colours') ? array_map(strtolower(...), $option->texts('colours')) : null);
    }

    public static function default(Place $option, Reading $reading): ?string
    {
        return $option->has('default') ? strtolower($option->text('default')) : null;
    }

    public static function cells(): array
    {
        return ['colours' => 'list'];
    }

    public static function places(): array
    {
        return ['colours' => 'the colours of %s'];
    }

    public static function measured(): null
    {
        return null;
    }

    public function open(): self
    {
        return new self();
    }

    public function parse(string $typed): ?Input
    {
        $colour = strtolower(trim($typed));

        return 1 === preg_match('/^#[0-9a-f]{6}$/D', $colour) ? Input::text($colour) : null;
    }

    public function unreadable(): array
    {
        return ['input.colour', 'a colour like "#1f5c8a"'];
    }

    public function problems(Input $input): array
    {
        $colour = $input->text;

        return $this->takes($colour)
            ? []
            : [
                new LimitProblem(
                    'input.colour',
                    sprintf('%s is not among the colours taken.', $colour),
                    implode(', ', $this->colours ?? []),
                    $colour,
                ),
            ];
    }

    public function ordinary(int $today): ?Input
    {
        return [] === $this->colours ? null : Input::text($this->colours[0] ?? '#000000');
    }

    public function samples(): array
    {
        return array_map(Input::text(...), array_slice($this->colours ?? ['#1f5c8a', '#000000'], 0, 2));
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

    public function candidates(Candidates $to, int $today, array $given): void
    {
        $listed = $this->colours;
        foreach (array_slice($listed ?? ['#000000', '#ffffff', '#1f5c8a'], 0, self::MOST_TRIED) as $colour) {
            $to->edge('colours', null === $listed ? 'a colour' : 'a colour of the list', $colour);
        }
        if (null !== $listed && count($listed) > self::MOST_TRIED) {
            $to->left[] = sprintf('Of %d colours the first %d are tried.', count($listed), self::MOST_TRIED);
        }
        $first = $listed[0] ?? '#1f5c8a';
        $to->add('in capitals', strtoupper($first));
        for ($n = 0; null !== $listed && $n <= count($listed); ++$n) {
            $other = sprintf('#%06x', (hexdec(substr($first, 1)) + 1 + $n) & 0xffffff);
            if (!$this->takes($other)) {
                $to->edge('colours', 'a colour beside the list', $other);
                break;
            }
        }
        $to->add('without the number sign', substr($first, 1));
        $to->add('three digits', '#' . $first[1] . $first[3] . $first[5]);
        $to->add('with an alpha', $first . 'ff');
        $to->add('a name', 'red');
        $to->add('blanks alone', '   ');
    }

    public function whyImpossible(): string
    {
        return 'the list of its colours is empty';
    }

    private function takes(string $colour): bool
    {
        return null === $this->colours || in_array($colour, $this->colours, true);
    }
}
