<?php

declare(strict_types=1);

namespace Ithrel\Core\Document;

/**
 * A document that could not be read, with every problem that was found in it.
 */
final class UnreadableDocument extends \RuntimeException
{
    /**
     * @param non-empty-list<Problem> $problems
     */
    public function __construct(public readonly array $problems)
    {
        parent::__construct($problems[0]->at . ': ' . $problems[0]->message);
    }

    public static function at(string $pointer, string $message): self
    {
        return new self([new Problem($pointer, $message)]);
    }
}
