<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;
use Ithrel\Shop\Form;

final class HiddenAnswerCarried extends Fault
{
    public static function line(): string
    {
        return 'An answer that was hidden again is carried all the same.';
    }

    public static function family(): string
    {
        return 'carried';
    }

    public function carriedAnswers(array $answers, Form $form): array
    {
        return $form->ordered($answers + $this->memory->dropped);
    }
}
