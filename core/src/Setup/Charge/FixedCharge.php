<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Setup\Reading\ChargeReading;

/**
 * Adds an amount; a negative one is a discount.
 */
final readonly class FixedCharge extends Charge
{
    use HangsOnNothingElse;

    public const KEYS = ['amount'];

    public function __construct(string $at, bool $perLine, public BigDecimal $amount)
    {
        parent::__construct($at, $perLine);
    }

    public static function forms(): array
    {
        return ['fixed'];
    }

    public static function read(Place $charge, ChargeReading $reading): self
    {
        return new self($charge->at, self::isPerLine($charge), $reading->amount($charge, 'amount'));
    }

    public static function written(Place $charge): string
    {
        return AmountWords::written($charge->text('amount', '0'));
    }

    public static function fromWords(string $written): string|array|null
    {
        if (1 !== preg_match('/^' . AmountWords::AMOUNT . '$/D', $written)) {
            return null;
        }
        $amount = AmountWords::read($written);

        return null === AmountWords::level($amount) ? $amount : ['how' => 'fixed', 'amount' => $amount];
    }

    public static function said(Place $charge): string
    {
        return AmountWords::said($charge->text('amount', '0'));
    }

    public function how(): string
    {
        return 'fixed';
    }

    public function workings(Circumstances $in): Workings
    {
        return new Workings($this->amount);
    }

    public function least(BigDecimal $base): BigDecimal
    {
        return $this->amount;
    }

    public function basis(Workings $workings, \Closure $money): string
    {
        return '';
    }

    public function told(): array
    {
        return [$this->amount, '%s is charged'];
    }
}
