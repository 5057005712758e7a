<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Option;

/**
 * limit.none: inputs without the limits that keep mistakes out.
 */
final class OpenLimits implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($reach->setup->options as $option) {
            $missing = self::missing($option);
            if ([] !== $missing) {
                $message = sprintf(
                    '%s has %s: %s would be accepted.',
                    $option->name(),
                    implode(' and ', array_keys($missing)),
                    implode(' as well as ', $missing),
                );
                yield new Finding('limit.none', Severity::Warning, $option->at, $message, [
                    'option' => $option->code,
                    'missing' => array_keys($missing),
                ]);
            }
        }
    }

    /**
     * @return array<string, string> limit that is not set => what is accepted for want of it
     */
    private static function missing(Option $option): array
    {
        $unit = null === $option->number?->unit ? '' : ' ' . $option->number->unit;

        return array_filter(
            [
                'no longest length' =>
                    null !== $option->text && null === $option->text->max ? 'a text of a million characters' : null,
                'no least value' =>
                    null !== $option->number && null === $option->number->min
                        ? "-1\u{202F}200\u{202F}000" . $unit
                        : null,
                'no largest value' =>
                    null !== $option->number && null === $option->number->max
                        ? "1\u{202F}200\u{202F}000" . $unit
                        : null,
                'no kinds of file' => null !== $option->file && null === $option->file->types ? 'a program' : null,
                'no largest size' =>
                    null !== $option->file && null === $option->file->maxBytes ? 'a file of 2 GB' : null,
            ],
            is_string(...),
        );
    }
}
