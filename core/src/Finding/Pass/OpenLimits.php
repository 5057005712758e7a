<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;

/**
 * limit.none: inputs without the limits that keep mistakes out.
 */
final class OpenLimits implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($reach->setup->options as $option) {
            $missing = [];
            if (null !== $option->text && null === $option->text->max) {
                $missing[] = 'a longest length';
            }
            if (null !== $option->number) {
                array_push($missing, ...(null === $option->number->min ? ['a least value'] : []), ...(null === $option->number->max ? ['a most value'] : []));
            }
            if (null !== $option->file) {
                array_push($missing, ...(null === $option->file->types ? ['the kinds of file'] : []), ...(null === $option->file->maxBytes ? ['a largest size'] : []));
            }
            if ([] !== $missing) {
                yield new Finding('limit.none', Severity::Warning, $option->at, sprintf('%s takes anything: %s is not set.', $option->name(), implode(' and ', $missing)), ['option' => $option->code, 'missing' => $missing]);
            }
        }
    }
}
