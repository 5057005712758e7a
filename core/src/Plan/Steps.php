<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Answer\Page;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Cart\CartLineBuilder;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * The clicks that lead from one state of the page to another, in walk order.
 */
final readonly class Steps
{
    private CartLineBuilder $lines;

    /** @var list<Option> */
    private array $withDefault;

    public function __construct(private Page $page)
    {
        $this->lines = new CartLineBuilder($page->setup);
        $this->withDefault = array_values(
            array_filter($page->setup->options, static fn(Option $o): bool => null !== $o->default),
        );
    }

    /** The page as it opens, with inputs as their defaults are written. */
    public function opening(): State
    {
        return $this->withDefaults(new State(), $this->page->opening(), null);
    }

    /**
     * The state after one click, with inputs that took their default as it is written.
     *
     * @param non-empty-list<int>|Input|null $answer
     */
    public function click(State $state, int $option, array|Input|null $answer): State
    {
        return $this->withDefaults($state, $this->page->click($state, $option, $answer), $option);
    }

    /**
     * @return list<Click>|null null where no clicks in walk order lead there
     */
    public function between(State $from, State $to): ?array
    {
        $clicks = [];
        $state = $from;
        // A default that came up on the way may have to be taken away again, so more than one round can be needed.
        for ($round = 0; $round < 3 && $state->key() !== $to->key(); ++$round) {
            foreach ($this->page->dependencies->walk as $index) {
                $option = $this->page->setup->options[$index];
                $wanted = $to->answers[$index] ?? null;
                if ($this->isSame($state->answers[$index] ?? null, $wanted) || !$this->page->isShown($option, $state)) {
                    continue;
                }
                if (is_array($wanted) && [] !== array_diff($wanted, $this->page->allowed($option, $state))) {
                    continue;
                }
                $clicks[] = $this->step($option, $wanted);
                $state = $this->click($state, $index, $wanted);
            }
        }

        return $state->key() === $to->key() ? $clicks : null;
    }

    /**
     * @param non-empty-list<int>|Input|null $answer
     */
    public function step(Option $option, array|Input|null $answer): Click
    {
        if (null === $answer) {
            return new Click($option->code, null, sprintf('%s: empty it', $option->name()));
        }
        $state = new State([$option->index => $answer]);
        $carried = $this->lines->carried($option, $state);
        $given =
            $answer instanceof Input && Kind::File === $option->kind
                ? self::files($answer)
                : StateText::pick($this->page->setup, $state)[$option->code];

        return new Click(
            $option->code,
            false === $given ? null : $given,
            match (true) {
                $answer instanceof Input && Kind::File === $option->kind => sprintf(
                    '%s: give %s',
                    $option->name(),
                    implode(' and ', array_map(self::fileWords(...), $answer->files)),
                ),
                $answer instanceof Input => sprintf(
                    '%s: give “%s”',
                    $option->name(),
                    Kind::Number === $option->kind ? $answer->text : $carried,
                ),
                default => sprintf('%s: choose %s', $option->name(), $carried),
            },
        );
    }

    /** A file with what is asked of it: its type, pixels and bytes. */
    private static function fileWords(GivenFile $file): string
    {
        $about = array_filter(
            [
                $file->type,
                null === $file->width || null === $file->height
                    ? null
                    : sprintf('%d × %d pixels', $file->width, $file->height),
                null === $file->bytes ? null : sprintf('%s bytes', number_format($file->bytes, 0, '.', "\u{202F}")),
            ],
            static fn(?string $part): bool => null !== $part,
        );

        return sprintf('“%s”', $file->name) . ([] === $about ? '' : ' (' . implode(', ', $about) . ')');
    }

    /**
     * @return list<array{name: string, type?: string, bytes?: int, width?: int, height?: int}>
     */
    public static function files(Input $input): array
    {
        return array_map(
            static fn(GivenFile $f): array => array_filter(
                [
                    'name' => $f->name,
                    'type' => $f->type,
                    'bytes' => $f->bytes,
                    'width' => $f->width,
                    'height' => $f->height,
                ],
                static fn(mixed $v): bool => null !== $v,
            ),
            $input->files,
        );
    }

    /**
     * @param non-empty-list<int>|Input|null $a
     * @param non-empty-list<int>|Input|null $b
     */
    private function isSame(array|Input|null $a, array|Input|null $b): bool
    {
        return $a instanceof Input && $b instanceof Input ? $a->text === $b->text : $a === $b;
    }

    /** Core lets the member of its class stand for a default; on a real page it is what the document says. */
    private function withDefaults(State $before, State $after, ?int $clicked): State
    {
        foreach ($this->withDefault as $option) {
            if (
                null !== $after->input($option->index) &&
                !$before->has($option->index) &&
                $option->index !== $clicked
            ) {
                $typed = (new InputCheck())->parse($option, (string) $option->default);
                $after = null === $typed ? $after : $after->with($option->index, $typed);
            }
        }

        return $after;
    }
}
