<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Setup\Reading\ChargeReading;

/**
 * Adds an amount for each character, file or pick beyond the free ones.
 */
final readonly class CountedCharge extends Charge
{
    use HangsOnNothingElse;

    private const EACH = ['per-character' => 'a character', 'per-file' => 'a file', 'per-pick' => 'a pick'];
    public const KEYS = ['amount', 'free', 'skipSpaces'];

    /**
     * @param 'per-character'|'per-file'|'per-pick' $how
     */
    public function __construct(
        string $at,
        bool $perLine,
        public string $how,
        public BigDecimal $amount,
        public int $free,
        public bool $skipSpaces,
    ) {
        parent::__construct($at, $perLine);
    }

    public static function forms(): array
    {
        return array_keys(self::EACH);
    }

    public static function read(Place $charge, ChargeReading $reading): self
    {
        $how = $charge->text('how');

        return new self(
            $charge->at,
            self::isPerLine($charge),
            'per-file' === $how || 'per-pick' === $how ? $how : 'per-character',
            $reading->amount($charge, 'amount'),
            $charge->whole('free') ?? 0,
            $charge->flag('skipSpaces'),
        );
    }

    public static function written(Place $charge): string
    {
        return AmountWords::written($charge->text('amount', '0')) . self::each($charge);
    }

    public static function fromWords(string $written): ?array
    {
        $pattern = '/^' . AmountWords::AMOUNT . ' (?:a|per) (character|file|pick)(?: after (\d+))?(, blanks free)?$/iD';
        if (1 !== preg_match($pattern, $written, $m)) {
            return null;
        }

        return ['how' => 'per-' . strtolower($m[2]), 'amount' => AmountWords::read($m[1])] +
            ('' === ($m[3] ?? '') ? [] : ['free' => (int) $m[3]]) +
            (isset($m[4]) ? ['skipSpaces' => true] : []);
    }

    public static function said(Place $charge): string
    {
        return AmountWords::said($charge->text('amount', '0')) . self::each($charge);
    }

    private static function each(Place $charge): string
    {
        $free = $charge->whole('free') ?? 0;

        return sprintf(
            ' %s%s%s',
            self::EACH[$charge->text('how')] ?? '',
            0 === $free ? '' : ' after ' . $free,
            $charge->flag('skipSpaces') ? ', blanks free' : '',
        );
    }

    public function how(): string
    {
        return $this->how;
    }

    public function workings(Circumstances $in): Workings
    {
        $counted = max(0, $in->count($this) - $this->free);

        return new Workings($this->amount->multipliedBy($counted), BigDecimal::of($counted));
    }

    public function least(BigDecimal $base): ?BigDecimal
    {
        return $this->amount->isNegative() ? null : BigDecimal::zero();
    }

    public function basis(Workings $workings, \Closure $money): string
    {
        return sprintf('%s counted', $workings->of ?? '');
    }

    public function told(): array
    {
        return [$this->amount, '%s ' . self::EACH[$this->how] . ' is charged'];
    }
}
