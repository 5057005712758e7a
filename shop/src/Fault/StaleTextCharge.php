<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;
use Ithrel\Shop\Form;
use Ithrel\Shop\Read;

final class StaleTextCharge extends Fault
{
    public static function line(): string
    {
        return 'A text that was emptied again is charged all the same.';
    }

    public static function family(): string
    {
        return 'price';
    }

    public function priced(array $answers, Form $form): array
    {
        return $form->ordered(
            $answers +
                array_filter(
                    $this->memory->emptied,
                    static fn(string $code): bool => 'text' === Read::text($form->options[$code], 'kind') &&
                        $form->isShown($code, $answers),
                    ARRAY_FILTER_USE_KEY,
                ),
        );
    }
}
