<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

/**
 * One line of a boundary sheet: what to give, and what must happen.
 */
final readonly class BoundaryRow
{
    public const TAKEN = 'taken';
    public const REFUSED = 'refused';
    /** Counts as not filled, whatever the option requires. */
    public const EMPTY = 'empty';

    /**
     * @param string|int|list<string>|list<array<string, string|int>>|null $answer as in a state; null for none at all
     * @param 'taken'|'refused'|'empty' $expected
     * @param string|null $problem the code of the first problem,
     *                             where refused
     * @param string $browser the ValidityState flag that HTML's
     *                        own validation raises
     *                        on a field with these limits,
     *                        "valid", or "none" where HTML
     *                        cannot say it
     * @param string|null $why the problem in words
     */
    public function __construct(
        public string|int|array|null $answer,
        public string $about,
        public string $expected,
        public ?string $problem,
        public string $browser,
        public ?string $why = null,
    ) {}

    /**
     * @return array{
     *     answer: string|int|list<string>|list<array<string, string|int>>|null,
     *     about: string,
     *     expected: string,
     *     problem: string|null,
     *     browser: string,
     *     why: string|null,
     * }
     */
    public function toArray(): array
    {
        return [
            'answer' => $this->answer,
            'about' => $this->about,
            'expected' => $this->expected,
            'problem' => $this->problem,
            'browser' => $this->browser,
            'why' => $this->why,
        ];
    }
}
