<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Stage;

/**
 * carry.nowhere and carry.leak: answers nobody sees on the order, and order data that earlier stages show.
 */
final class Carried implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($reach->setup->options as $option) {
            if (Kind::Note !== $option->kind && !in_array(Stage::Order, $option->stages, true)) {
                yield new Finding(
                    'carry.nowhere',
                    Severity::Blocker,
                    $option->at . '/stages',
                    sprintf(
                        'The answer to %s is kept off the order: nobody who makes the item will know it.',
                        $option->name(),
                    ),
                    [
                        'option' => $option->code,
                        'stages' => array_map(static fn(Stage $s): string => $s->value, $option->stages),
                    ],
                );
            }
        }
        foreach ($reach->setup->item->data as $i => $data) {
            $early = array_values(array_filter($data->stages, static fn(Stage $s): bool => Stage::Order !== $s));
            // What the page shows too is meant to be seen, unless the document says otherwise.
            $isLeak = 'order' === $data->meant || (null === $data->meant && !in_array(Stage::Page, $early, true));
            if ($isLeak && [] !== $early) {
                yield new Finding(
                    'carry.leak',
                    Severity::Warning,
                    '/item/data/' . $i,
                    sprintf(
                        '%s: %s is shown to the shopper (%s) before the order.',
                        $data->label,
                        $data->value,
                        implode(', ', array_map(static fn(Stage $s): string => $s->value, $early)),
                    ),
                    ['code' => $data->code],
                );
            }
        }
    }
}
