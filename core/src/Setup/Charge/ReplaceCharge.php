<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Setup\Reading\ChargeReading;

/**
 * Adds nothing: it sets the base.
 */
final readonly class ReplaceCharge extends Charge
{
    use HangsOnNothingElse;

    public const KEYS = ['amount'];
    public const MAY_BE_PER_LINE = false;

    public function __construct(string $at, bool $perLine, public BigDecimal $amount)
    {
        parent::__construct($at, $perLine);
    }

    public static function forms(): array
    {
        return ['replace'];
    }

    public static function read(Place $charge, ChargeReading $reading): self
    {
        return new self($charge->at, false, $reading->amount($charge, 'amount'));
    }

    public static function written(Place $charge): string
    {
        return 'sets ' . AmountWords::written($charge->text('amount', '0'));
    }

    public static function fromWords(string $written): ?array
    {
        return 1 === preg_match('/^sets ' . AmountWords::AMOUNT . '$/iD', $written, $m)
            ? ['how' => 'replace', 'amount' => AmountWords::read($m[1])]
            : null;
    }

    public static function said(Place $charge): string
    {
        $amount = $charge->text('amount', '0');

        return 'sets the price to ' . (AmountWords::saidLevel($amount) ?? $amount);
    }

    public function how(): string
    {
        return 'replace';
    }

    public function workings(Circumstances $in): never
    {
        throw new \LogicException('What replaces the base adds nothing to it: ' . $this->at);
    }

    public function least(BigDecimal $base): BigDecimal
    {
        return BigDecimal::zero();
    }

    public function setsBase(): BigDecimal
    {
        return $this->amount;
    }

    public function basis(Workings $workings, \Closure $money): string
    {
        return '';
    }

    public function told(): null
    {
        return null;
    }
}
