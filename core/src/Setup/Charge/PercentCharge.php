<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Setup\Reading\ChargeReading;

/**
 * Adds a share of the base, of the running total so far, or of a price level.
 */
final readonly class PercentCharge extends Charge
{
    public const KEYS = ['rate', 'of'];

    public function __construct(
        string $at,
        bool $perLine,
        public BigDecimal $rate,
        public bool $ofRunning,
        public ?BigDecimal $level = null,
    ) {
        parent::__construct($at, $perLine);
    }

    public static function forms(): array
    {
        return ['percent'];
    }

    public static function read(Place $charge, ChargeReading $reading): self
    {
        return new self(
            $charge->at,
            self::isPerLine($charge),
            $charge->decimal('rate') ?? BigDecimal::zero(),
            'running' === $charge->text('of', 'base'),
            $reading->level($charge, 'of'),
        );
    }

    public static function written(Place $charge): string
    {
        $of = $charge->text('of', 'base');

        return $charge->text('rate', '0') . '%' . ('base' === $of ? '' : ' of ' . AmountWords::written($of));
    }

    public static function fromWords(string $written): ?array
    {
        $pattern = sprintf(
            '/^(%s)\s*%%(?: of (base|running|the base|the running total|%s))?$/iD',
            AmountWords::NUMBER,
            AmountWords::LEVEL,
        );
        if (1 !== preg_match($pattern, $written, $m)) {
            return null;
        }
        $of = strtolower($m[2] ?? '');

        return ['how' => 'percent', 'rate' => AmountWords::read($m[1])] +
            match (true) {
                str_contains($of, 'running') => ['of' => 'running'],
                str_starts_with($of, 'level ') => ['of' => AmountWords::read($of)],
                default => [],
            };
    }

    public static function said(Place $charge): string
    {
        $of = $charge->text('of', 'base');

        return sprintf(
            '%s%% of %s',
            AmountWords::said($charge->text('rate', '0')),
            AmountWords::saidLevel($of) ?? ('running' === $of ? 'the running total' : 'the base'),
        );
    }

    public function how(): string
    {
        return 'percent';
    }

    public function workings(Circumstances $in): ?Workings
    {
        $of = $this->level ?? ($this->ofRunning ? $in->running() : $in->base());

        return null === $of ? null : new Workings($this->share($of), $of);
    }

    public function least(BigDecimal $base): ?BigDecimal
    {
        $of = $this->level ?? $base;

        return $this->ofRunning || $of->isNegative() ? null : $this->share($of);
    }

    public function setsBase(): ?BigDecimal
    {
        return null;
    }

    public function asksBase(): bool
    {
        return null === $this->level && !$this->ofRunning;
    }

    public function asksRunning(): bool
    {
        return null === $this->level && $this->ofRunning;
    }

    public function asksOptions(): array
    {
        return [];
    }

    public function basis(Workings $workings, \Closure $money): string
    {
        return 'of ' . $money($workings->of);
    }

    public function told(): null
    {
        return null;
    }

    private function share(BigDecimal $of): BigDecimal
    {
        return $of->multipliedBy($this->rate)->multipliedBy('0.01');
    }
}
