<?php

declare(strict_types=1);

namespace Ithrel\Core\Gate;

/**
 * One thing that somebody has to look at before launch.
 */
final readonly class GateItem
{
    public const FINDING = 'finding';
    public const DIFFERENCE = 'difference';
    public const CHECK = 'check';
    public const LIMIT = 'limit';
    public const PRICE_LIST = 'price-list';
    public const SALE_LIST = 'sale-list';

    /** What it does to the launch while it is open. */
    public const FORBIDS = 'forbids';
    public const HOLDS = 'holds';

    /**
     * @param string $kind finding, difference, check, limit, price-list or sale-list
     * @param string $code of the finding; stage and field of a difference; what became of a check
     * @param string $at JSON Pointer
     * @param 'forbids'|'holds' $weight while it is open
     * @param bool $isForLeads whether a lead has to accept it
     * @param string $thing by which it is known again, whatever its place holds
     * @param string $print of what stands at its place
     */
    public function __construct(
        public string $kind,
        public string $code,
        public string $at,
        public string $words,
        public string $weight,
        public bool $isForLeads,
        public string $thing,
        public string $print,
    ) {}

    /** How it is known again. */
    public function known(): string
    {
        return $this->thing . '#' . $this->print;
    }

    /**
     * @return array{kind: string, code: string, at: string, words: string, known: string}
     */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind,
            'code' => $this->code,
            'at' => $this->at,
            'words' => $this->words,
            'known' => $this->known(),
        ];
    }
}
