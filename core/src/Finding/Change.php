<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding;

use Ithrel\Core\Setup\Guard;
use Ithrel\Core\Setup\Row;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Setup\SetupCharge;

/**
 * What became of the findings of an earlier document in a changed one.
 *
 * Findings are the same where their code and their place are; places are told by the codes of options, values and
 * guards and by what rows pick, so that a finding is known again when things were moved or others taken out.
 */
final readonly class Change
{
    /**
     * @param list<Finding> $settled found before, and no more: mended
     * @param list<Finding> $dropped found before, and no longer asked: the place itself, or the guard, was removed
     * @param list<Finding> $new not found before
     * @param list<Finding> $left found before and still
     */
    private function __construct(public array $settled, public array $dropped, public array $new, public array $left) {}

    /**
     * @param list<Finding> $before
     * @param list<Finding> $now
     */
    public static function between(Setup $earlier, array $before, Setup $later, array $now): self
    {
        $old = self::byKey($earlier, $before);
        $new = self::byKey($later, $now);

        $gone = array_values(array_diff_key($old, $new));
        $stands = static fn(Finding $finding): bool => self::stands($later, self::place($earlier, $finding->at));

        return new self(
            array_values(array_filter($gone, $stands)),
            array_values(array_filter($gone, static fn(Finding $f): bool => !$stands($f))),
            array_values(array_diff_key($new, $old)),
            array_values(array_intersect_key($new, $old)),
        );
    }

    /** Whether a document still has the thing that a place names. */
    private static function stands(Setup $setup, string $place): bool
    {
        $steps = explode('/', $place);
        $name = $steps[2] ?? null;
        if (null === $name) {
            return true;
        }
        $among = static fn(array $names): bool => in_array(
            $name,
            array_map(strval(...), array_filter($names, is_scalar(...))),
            true,
        ) ||
            (ctype_digit($name) && isset($names[(int) $name]));

        return match ($steps[1]) {
            'options' => null !== ($option = $setup->option($name)) &&
                (!isset($steps[4]) || 'values' !== $steps[3] || null !== $option->value($steps[4])),
            'guards' => $among(array_map(static fn(Guard $g): string => $g->id, $setup->guards)),
            'charges' => $among(array_map(static fn(SetupCharge $c): ?string => $c->id, $setup->charges)),
            'parts' => null !== $setup->part($name),
            'variants' => null !== $setup->variants &&
                (!isset($steps[3]) ||
                    str_starts_with($place, '/variants/by') ||
                    [] !==
                        array_filter(
                            $setup->variants->rows,
                            static fn(Row $r): bool => $steps[3] ===
                                json_encode($r->pick, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE),
                        )),
            default => true,
        };
    }

    /**
     * @param list<Finding> $findings
     *
     * @return array<string, Finding>
     */
    private static function byKey(Setup $setup, array $findings): array
    {
        $byKey = [];
        foreach ($findings as $finding) {
            $cause = $finding->detail['cause'] ?? '';
            $key = $finding->code . ' ' . (is_string($cause) ? $cause : '') . ' ' . self::place($setup, $finding->at);
            $n = 1;
            while (isset($byKey[$key . ' ' . $n])) {
                ++$n;
            }
            $byKey[$key . ' ' . $n] = $finding;
        }

        return $byKey;
    }

    /** A pointer with names in the place of positions. */
    public static function place(Setup $setup, string $pointer): string
    {
        $steps = explode('/', $pointer);
        $at = (int) ($steps[2] ?? 0);
        switch ($steps[1] ?? '') {
            case 'options':
                $option = $setup->options[$at] ?? null;
                if (null !== $option && isset($steps[2])) {
                    $steps[2] = $option->code;
                    if ('values' === ($steps[3] ?? '') && isset($steps[4])) {
                        $steps[4] = $option->values[(int) $steps[4]]->code ?? $steps[4];
                    }
                }
                break;
            case 'guards':
                $steps[2] = $setup->guards[$at]->id ?? ($steps[2] ?? '');
                break;
            case 'charges':
                $steps[2] = $setup->charges[$at]->id ?? ($steps[2] ?? '');
                break;
            case 'parts':
                $steps[2] = $setup->parts[$at]->sku ?? ($steps[2] ?? '');
                break;
            case 'variants':
                $row = ($setup->variants->rows ?? [])[(int) ($steps[3] ?? 0)] ?? null;
                if (null !== $row && isset($steps[3])) {
                    $steps[3] = json_encode($row->pick, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE);
                }
        }

        return implode('/', $steps);
    }
}
