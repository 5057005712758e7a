<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding;

use Ithrel\Core\Setup\Setup;

/**
 * What became of the findings of an earlier document in a changed one.
 *
 * Findings are the same where their code and their place are; places are told by the codes of options, values and
 * guards and by what rows pick, so that a finding is known again when things were moved or others taken out.
 */
final readonly class Change
{
    /**
     * @param list<Finding> $settled found before, and no more
     * @param list<Finding> $new     not found before
     * @param list<Finding> $left    found before and still
     */
    private function __construct(public array $settled, public array $new, public array $left)
    {
    }

    /**
     * @param list<Finding> $before
     * @param list<Finding> $now
     */
    public static function between(Setup $earlier, array $before, Setup $later, array $now): self
    {
        $old = self::byKey($earlier, $before);
        $new = self::byKey($later, $now);

        return new self(array_values(array_diff_key($old, $new)), array_values(array_diff_key($new, $old)), array_values(array_intersect_key($new, $old)));
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
            $key = $finding->code.' '.(is_string($cause) ? $cause : '').' '.self::place($setup, $finding->at);
            $n = 1;
            while (isset($byKey[$key.' '.$n])) {
                ++$n;
            }
            $byKey[$key.' '.$n] = $finding;
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
                $steps[2] = $setup->guards[$at]->id ?? $steps[2] ?? '';
                break;
            case 'charges':
                $steps[2] = $setup->charges[$at]->id ?? $steps[2] ?? '';
                break;
            case 'parts':
                $steps[2] = $setup->parts[$at]->sku ?? $steps[2] ?? '';
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
