<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Store\RehearsalCheck;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Diagnosis\Seen;
use Ithrel\Core\Plan\Check;

/**
 * A check and what came of it, wherever it was tried.
 */
final readonly class TriedCheck
{
    /**
     * @param string $verdict one of RehearsalCheck's
     * @param list<Difference> $differences
     * @param list<string> $unseen what was not looked at
     * @param string|null $picture path of a picture
     */
    public function __construct(
        public Check $check,
        public string $verdict,
        public array $differences,
        public ?string $reason,
        public int $milliseconds,
        public array $unseen = [],
        public ?string $picture = null,
        public ?Found $found = null,
    ) {}

    public static function of(RehearsalCheck $kept): self
    {
        return new self(
            $kept->check(),
            $kept->verdict(),
            $kept->differences(),
            $kept->reason(),
            $kept->milliseconds(),
            $kept->unseen(),
            null,
            $kept->found(),
        );
    }

    /**
     * Those that the shop answered, as they are looked at together.
     *
     * @param list<self> $all
     *
     * @return list<Seen>
     */
    public static function seen(array $all): array
    {
        $seen = [];
        foreach ($all as $tried) {
            if (
                null !== $tried->found &&
                in_array($tried->verdict, [RehearsalCheck::AGREES, RehearsalCheck::DIFFERS], true)
            ) {
                $seen[] = new Seen($tried->check, $tried->found, $tried->differences, $tried->unseen);
            }
        }

        return $seen;
    }

    /**
     * What none of them looked at, of those that had a cart to look at.
     *
     * @param list<self> $all
     *
     * @return list<string> stage and field
     */
    public static function unseenByAll(array $all): array
    {
        $tried = array_values(
            array_filter(
                $all,
                static fn(self $t): bool => in_array(
                    $t->verdict,
                    [RehearsalCheck::AGREES, RehearsalCheck::DIFFERS],
                    true,
                ) &&
                    $t->check->accepted &&
                    [] !== $t->unseen,
            ),
        );
        $stage = static fn(string $what): string => explode(' ', $what)[0];
        $byNone = [];
        foreach (array_unique(array_merge(...array_map(static fn(self $t): array => $t->unseen, $tried))) as $what) {
            // Who expects nothing there has not looked, and need not.
            if (
                [] ===
                array_filter(
                    $tried,
                    static fn(self $t): bool => !in_array($what, $t->unseen, true) &&
                        !in_array($stage($what), $t->unseen, true) &&
                        $t->expects($what),
                )
            ) {
                $byNone[$what] = true;
            }
        }

        // Of a stage that was not looked at at all, what stands on it need not be told.
        return array_values(
            array_filter(
                array_keys($byNone),
                static fn(string $what): bool => $what === $stage($what) || !isset($byNone[$stage($what)]),
            ),
        );
    }

    /** Whether there is something to be seen. */
    private function expects(string $what): bool
    {
        [$stage, $field] = [...explode(' ', $what, 2), ''];
        foreach ($this->check->lines as $line) {
            $expected = match ($field) {
                'entries' => $line['entries'][$stage] ?? [],
                'image', 'weight', 'points', 'sku' => $line[$field],
                default => true,
            };
            if (!in_array($expected, [null, '', '0', [], 0], true)) {
                return true;
            }
        }

        return false;
    }
}
