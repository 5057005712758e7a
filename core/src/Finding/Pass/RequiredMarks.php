<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Boundary\Requirements;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;

/**
 * required.unmarked: required, and nothing the shopper reads says so.
 */
final class RequiredMarks implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($reach->setup->options as $option) {
            if ($option->required && Kind::Note !== $option->kind && !Requirements::isMarked($option)) {
                yield new Finding(
                    'required.unmarked',
                    Severity::Warning,
                    $option->at . '/required',
                    sprintf('%s is required, but neither its label nor its help says so.', $option->name()),
                    ['option' => $option->code],
                );
            }
        }
    }
}
