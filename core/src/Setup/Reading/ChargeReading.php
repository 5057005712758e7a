<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Reading;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Setup\Charge\AmountWords;
use Ithrel\Core\Setup\Levels;

/**
 * What a charge is read with: amounts, for which a price level may stand, and the problems found so far.
 */
final readonly class ChargeReading
{
    public function __construct(private Reading $reading, private Levels $levels) {}

    /** The amount of a key, or of the price level that it names; zero where there is none. */
    public function amount(Place $charge, string $key): BigDecimal
    {
        return $this->level($charge, $key) ?? ($charge->decimal($key) ?? BigDecimal::zero());
    }

    /** The amount of the price level that a key names; null where it names none. */
    public function level(Place $charge, string $key): ?BigDecimal
    {
        $code = AmountWords::level($charge->text($key));
        if (null === $code) {
            return null;
        }
        $level = $this->levels->amount($code);
        if (null === $level) {
            $this->reading->problem($charge->at($key), sprintf('There is no price level "%s".', $code));
        }

        return $level ?? BigDecimal::zero();
    }

    public function problem(string $at, string $message): void
    {
        $this->reading->problem($at, $message);
    }
}
