<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Ithrel\Core\Document\SentenceWords;
use Ithrel\Core\Setup\Option;

/**
 * A sentence about options that is being read.
 */
final readonly class SentenceReading
{
    public function __construct(public SpokenOptions $options, public SentenceWords $words) {}

    /** The option whose name stands here, which is then taken; null where none does. */
    public function option(): ?Option
    {
        return $this->options->takenFrom($this->words);
    }

    /** Whether another test begins here: an option's name with a verb behind it, a bracket, or a not. */
    public function beginsTest(): bool
    {
        $here = $this->words->at;
        $is = null !== $this->option() && $this->words->fits('(?:is|has)\b');
        $this->words->at = $here;

        return $is || $this->words->fits('not\b|\(');
    }
}
