<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;
use Ithrel\Shop\Form;

final class HiddenAnswerCharged extends Fault
{
    public static function line(): string
    {
        return 'An answer that was hidden again is charged all the same.';
    }

    public static function family(): string
    {
        return 'price';
    }

    public function priced(array $answers, Form $form): array
    {
        return $form->ordered($answers + $this->memory->dropped);
    }
}
