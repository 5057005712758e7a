<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Setup\Currency;

/**
 * What became of the combinations of an old setup, or of a list of what shall be sold, in a new one. A figure that is
 * not known is null, and a reason says why.
 *
 * @phpstan-type Figures array{count: string, least: string|null, greatest: string|null}
 * @phpstan-type Told array{
 *     pick: object|null,
 *     line?: int,
 *     words?: string,
 *     why?: string,
 *     old?: string|null,
 *     new?: string|null,
 * }
 */
final class DiffResult
{
    public ?string $oldSelectable = null;
    public ?string $newSelectable = null;
    public ?string $both = null;
    public ?string $gained = null;
    public ?string $lost = null;

    /** @var Figures|null by the cheapest inputs */
    public ?array $repriced = null;

    /** @var Figures|null by the dearest */
    public ?array $dearest = null;

    /** @var array{gained: list<Told>, lost: list<Told>, repriced: list<Told>} the first of each kind */
    public array $first = ['gained' => [], 'lost' => [], 'repriced' => []];

    /** @var list<DocumentChange> */
    public array $changes = [];

    /** @var array<string, string> what is not known, or was not looked at => why */
    public array $reasons = [];

    /**
     * @return Figures
     */
    public static function figures(
        string|\GMP|int $count,
        ?BigDecimal $least,
        ?BigDecimal $greatest,
        Currency $currency,
    ): array {
        $text = static fn(?BigDecimal $amount): ?string => null === $amount ? null : Amount::text($amount, $currency);

        return [
            'count' => $count instanceof \GMP ? gmp_strval($count) : (string) $count,
            'least' => $text($least),
            'greatest' => $text($greatest),
        ];
    }

    /** Whether nothing is gained, lost or repriced, and no place means something else. */
    public function isNone(): bool
    {
        return [] === $this->changes &&
            '0' === $this->gained &&
            '0' === $this->lost &&
            '0' === ($this->repriced['count'] ?? null) &&
            '0' === ($this->dearest['count'] ?? null);
    }

    /**
     * The part of diff/1 behind the two documents.
     *
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'both' => $this->both,
            'gained' => $this->gained,
            'lost' => $this->lost,
            'repriced' => $this->repriced,
            'dearest' => $this->dearest,
            'first' => $this->first,
            'changes' => array_map(static fn(DocumentChange $change): array => $change->toArray(), $this->changes),
            'reasons' => (object) $this->reasons,
        ];
    }
}
