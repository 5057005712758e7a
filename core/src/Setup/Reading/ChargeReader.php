<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Reading;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Charge\CountedCharge;
use Ithrel\Core\Setup\Charge\FixedCharge;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Setup\Charge\PercentCharge;
use Ithrel\Core\Setup\Charge\ReplaceCharge;
use Ithrel\Core\Setup\Charge\TierCharge;

/**
 * Reads charges.
 */
final readonly class ChargeReader
{
    /** Each kind of charge that there is. */
    public const KINDS = [
        FixedCharge::class,
        PercentCharge::class,
        CountedCharge::class,
        FormulaCharge::class,
        ReplaceCharge::class,
        TierCharge::class,
    ];

    public function __construct(private ChargeReading $reading) {}

    public function read(Place|string|int $charge, string $at): Charge
    {
        if (!($charge instanceof Place)) {
            return new FixedCharge($at, false, BigDecimal::of($charge));
        }
        $kind = self::kind($charge->text('how'));

        return null === $kind
            ? throw new \LogicException('The schema lets a charge through that no class reads, at ' . $at)
            : $kind::read($charge, $this->reading);
    }

    /**
     * The kind that has such a form.
     *
     * @return class-string<Charge>|null
     */
    public static function kind(string $how): ?string
    {
        foreach (self::KINDS as $kind) {
            if (in_array($how, $kind::forms(), true)) {
                return $kind;
            }
        }

        return null;
    }
}
