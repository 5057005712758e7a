<?php

declare(strict_types=1);

namespace Ithrel\Core\Decimal;

use Brick\Math\BigDecimal;

/**
 * What a text is as an amount: this one, none, or one of two, between which only its surroundings could decide.
 */
final readonly class AmountReading
{
    /**
     * @param BigDecimal|null $amount null: it is none; of two, the one with decimals
     * @param BigDecimal|null $other of two, the one in groups of three
     * @param string|null $currency ISO 4217, where the text names one
     * @param bool $isSigned whether a sign, or brackets, stand with it
     * @param string|null $foreign the currency that it is in, where it is another than the one asked for
     * @param string|null $settles the sign before its decimals, where this text alone shows it
     */
    public function __construct(
        public ?BigDecimal $amount,
        public ?BigDecimal $other = null,
        public ?string $currency = null,
        public bool $isSigned = false,
        public ?string $foreign = null,
        public ?string $settles = null,
    ) {}

    public static function none(): self
    {
        return new self(null);
    }

    /** An amount of another currency than the one that was asked for is none. */
    public static function foreign(string $currency, ?string $settles): self
    {
        return new self(null, foreign: $currency, settles: $settles);
    }

    /** Whether it is one amount, and no other. */
    public function isSure(): bool
    {
        return null !== $this->amount && null === $this->other;
    }

    /**
     * Why it is not one amount, in a sentence that names the text; "" where it is.
     *
     * @param string $text as it stood
     */
    public function why(string $text): string
    {
        $short = mb_strimwidth(trim($text), 0, 40, '…', 'UTF-8');

        return match (true) {
            null !== $this->foreign => sprintf(
                '“%s” is in %s, another currency than the setup\'s.',
                $short,
                $this->foreign,
            ),
            null === $this->amount => sprintf('“%s” is not an amount.', $short),
            null !== $this->other => sprintf(
                '“%s” can be %s or %s: nothing beside it shows which sign stands before decimals.',
                $short,
                $this->amount,
                $this->other,
            ),
            default => '',
        };
    }
}
