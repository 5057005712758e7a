<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Ithrel\Core\Reach\Board;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * The decisions of two setups side by side, in the display order of the first; what only the second has stands behind
 * what it follows there.
 */
final readonly class Alignment
{
    /** @var list<Variable> */
    public array $variables;

    /** @var array<int, int> cell of the first => position in */
    public array $ofBase;

    /** @var array<int, int> cell of the second => position in */
    public array $ofOther;

    /** @var array<int, int> option of the second => where it stands in the order of the first */
    public array $otherOrder;

    public function __construct(Board $base, Board $other)
    {
        $ownKeys = self::keys($base);
        $otherKeys = self::keys($other);
        $merged = self::merged($ownKeys, $otherKeys);
        $variables = $ofBase = $ofOther = [];
        foreach ($merged as $position => $key) {
            $own = $ownKeys[$key] ?? null;
            $foreign = $otherKeys[$key] ?? null;
            $variables[] = new Variable(
                $own[0] ?? null,
                $foreign[0] ?? null,
                self::letters($own[1] ?? null, $foreign[1] ?? null),
            );
            if (null !== $own) {
                $ofBase[$own[0]] = $position;
            }
            if (null !== $foreign) {
                $ofOther[$foreign[0]] = $position;
            }
        }
        $this->variables = $variables;
        $this->ofBase = $ofBase;
        $this->ofOther = $ofOther;
        $order = [];
        $last = -1;
        foreach ($other->setup->options as $option) {
            $cells = $option->kind->isChoice() ? $other->cellsOf[$option->index] : [];
            $last = [] === $cells ? $last : $ofOther[$cells[0]];
            $order[] = [$last, $option->index];
        }
        sort($order);
        $this->otherOrder = array_flip(array_column($order, 1));
    }

    /**
     * Codes of severals whose common values stand in another order in the second; they have to be brought into line
     * first.
     *
     * @return list<string>
     */
    public static function crossed(Board $base, Board $other): array
    {
        $crossed = [];
        foreach ($base->setup->options as $option) {
            $foreign = $other->setup->option($option->code);
            if (Kind::Several === $option->kind && Kind::Several === $foreign?->kind) {
                $own = array_values(
                    array_filter(
                        self::codes($option),
                        static fn(string $code): bool => null !== $foreign->value($code),
                    ),
                );
                $their = array_values(
                    array_filter(
                        self::codes($foreign),
                        static fn(string $code): bool => null !== $option->value($code),
                    ),
                );
                if ($own !== $their) {
                    $crossed[] = $option->code;
                }
            }
        }

        return $crossed;
    }

    /**
     * @return list<string>
     */
    public static function codes(Option $option): array
    {
        return array_map(static fn($value): string => $value->code, $option->values);
    }

    /**
     * @return array<string, array{int, list<string>}> what is decided => its cell, and what its letters mean, "" being
     *                                                 none
     */
    private static function keys(Board $board): array
    {
        $keys = [];
        foreach ($board->setup->options as $option) {
            if (!$option->kind->isChoice()) {
                continue;
            }
            $cells = $board->cellsOf[$option->index];
            if (Kind::Several === $option->kind) {
                foreach ($option->values as $n => $value) {
                    $keys['several ' . $option->code . ' ' . $value->code] = [$cells[$n], ['picked', '']];
                }
            } elseif ([] !== $cells) {
                $words =
                    Kind::Flag === $option->kind
                        ? ['yes']
                        : array_map(static fn(string $code): string => '=' . $code, self::codes($option));
                $keys[(Kind::Flag === $option->kind ? 'flag ' : 'one ') . $option->code] = [$cells[0], [...$words, '']];
            }
        }

        return $keys;
    }

    /**
     * @param array<string, mixed> $own
     * @param array<string, mixed> $foreign
     *
     * @return list<string>
     */
    private static function merged(array $own, array $foreign): array
    {
        $after = [];
        $last = '';
        foreach (array_keys($foreign) as $key) {
            if (isset($own[$key])) {
                $last = $key;
            } else {
                $after[$last][] = $key;
            }
        }
        $merged = $after[''] ?? [];
        foreach (array_keys($own) as $key) {
            array_push($merged, $key, ...$after[$key] ?? []);
        }

        return $merged;
    }

    /**
     * @param list<string>|null $own what the letters mean
     * @param list<string>|null $foreign
     *
     * @return list<array{int|null, int|null}>
     */
    private static function letters(?array $own, ?array $foreign): array
    {
        if (null === $own || null === $foreign) {
            return [[null === $own ? null : count($own) - 1, null === $foreign ? null : count($foreign) - 1]];
        }
        $of = array_flip(array_reverse($foreign, true));
        $letters = [];
        foreach ($own as $letter => $word) {
            if (isset($of[$word])) {
                $letters[] = [$letter, $of[$word]];
            }
        }

        return $letters;
    }
}
