<?php

declare(strict_types=1);

namespace Ithrel\Core\Formula;

/**
 * A formula that cannot be read, or that has no value for some answers.
 */
final class FormulaError extends \RuntimeException
{
    public const SYNTAX = 'syntax';
    public const UNANSWERED = 'unanswered';
    public const DIVISION = 'division-by-zero';
    public const UNKNOWN = 'unknown-name';
    public const TYPE = 'not-a-number';
    public const SIZE = 'too-large';

    public function __construct(public readonly string $reason, string $message, public readonly ?string $name = null)
    {
        parent::__construct($message);
    }
}
