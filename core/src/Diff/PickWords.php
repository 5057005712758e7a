<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;

/**
 * The choices of a combination, as diff/1 has them, in a setup's own words and as pins.
 *
 * @phpstan-import-type Told from DiffResult
 */
final readonly class PickWords
{
    public function __construct(private Setup $setup) {}

    /**
     * @param Told $row
     */
    public function ofRow(array $row): string
    {
        if (null === $row['pick']) {
            return $row['words'] ?? '';
        }
        $words = [];
        foreach (get_object_vars($row['pick']) as $code => $given) {
            $option = $this->setup->option($code);
            $words[] =
                ($option?->name() ?? $code) .
                ': ' .
                implode(
                    '; ',
                    array_map(static function (string $value) use ($option): string {
                        foreach (Kind::Flag === $option?->kind ? [] : $option->values ?? [] as $each) {
                            if ($each->code === $value) {
                                return $each->label;
                            }
                        }

                        return $value;
                    }, self::values($given)),
                );
        }

        return [] === $words ? 'nothing chosen' : implode(', ', $words);
    }

    /**
     * @param Told $row
     *
     * @return list<string> as "option=value"; an option of the setup without an answer as "option="
     */
    public function pins(array $row): array
    {
        if (null === $row['pick']) {
            return [];
        }
        $pick = get_object_vars($row['pick']);
        $pins = [];
        foreach ($this->setup->options as $option) {
            if ($option->kind->isChoice()) {
                foreach (isset($pick[$option->code]) ? self::values($pick[$option->code]) : [''] as $value) {
                    $pins[] = $option->code . '=' . $value;
                }
            }
        }

        return $pins;
    }

    /**
     * @return list<string>
     */
    private static function values(mixed $given): array
    {
        return match (true) {
            true === $given => ['yes'],
            is_array($given) => array_values(array_filter($given, is_string(...))),
            default => is_string($given) ? [$given] : [],
        };
    }
}
