<?php

declare(strict_types=1);

namespace Ithrel\Core;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Passes;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Known;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Setup;

/**
 * Everything the check of one setup says.
 */
final readonly class Report
{
    /**
     * @param array{
     *     offered: string|null,
     *     selectable: string|null,
     *     wrongSales: string|null,
     *     deadEnds: string|null,
     *     traps: string|null,
     * } $counts      exact, as decimal text; null where not known (see the finding reach.too-large)
     * @param list<array{option: string, value: string, cause: 'never-offered'|'never-stocked'}> $deadValues
     * @param list<string> $deadOptions
     * @param list<int> $idleRows
     * @param list<list<string>> $circles
     * @param list<Finding> $findings
     */
    private function __construct(
        public string $name,
        public array $counts,
        public array $deadValues,
        public array $deadOptions,
        public array $idleRows,
        public array $circles,
        public array $findings,
    ) {}

    public static function of(Reach $reach): self
    {
        $setup = $reach->setup;
        $known = new Known($reach);
        $deadValues = array_map(
            static fn(array $dead): array => [
                'option' => $setup->options[$dead['option']]->code,
                'value' => $setup->options[$dead['option']]->values[$dead['value']]->code,
                'cause' => $dead['offered'] ? 'never-stocked' : 'never-offered',
            ],
            $known->deadValues(),
        );

        return new self(
            $setup->name,
            [
                'offered' => $known->count(static fn(Reach $r): \GMP => $r->offered()),
                'selectable' => $known->count(static fn(Reach $r): \GMP => $r->selectable()),
                'wrongSales' => $known->count(static fn(Reach $r): \GMP => $r->wrongSales()),
                'deadEnds' => $known->count(static fn(Reach $r): \GMP => $r->deadEnds()),
                'traps' => $known->count(static fn(Reach $r): \GMP => $r->traps()),
            ],
            $deadValues,
            self::codes($setup, $known->deadOptions()),
            $known->idleRows(),
            array_map(
                static fn(array $circle): array => self::codes($setup, $circle),
                $reach->board->dependencies->circles,
            ),
            Passes::run($reach),
        );
    }

    /**
     * The same, with what else was asked: of a catalogue, or of a shop's ceilings. What the catalogue says of the scope
     * is better known than what the document alone lets be guessed.
     *
     * @param list<Finding> $more
     */
    public function with(array $more): self
    {
        $isScopeAsked = [] !== array_filter($more, static fn(Finding $f): bool => 'scope.none' === $f->code);
        $own = array_values(
            array_filter($this->findings, static fn(Finding $f): bool => !$isScopeAsked || 'scope.none' !== $f->code),
        );

        return new self(
            $this->name,
            $this->counts,
            $this->deadValues,
            $this->deadOptions,
            $this->idleRows,
            $this->circles,
            [...$own, ...$more],
        );
    }

    public function isBlocked(): bool
    {
        foreach ($this->findings as $finding) {
            if (Severity::Blocker === $finding->severity) {
                return true;
            }
        }

        return false;
    }

    /**
     * The part of check/1 that depends on the document alone.
     *
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'counts' => $this->counts,
            'deadValues' => $this->deadValues,
            'deadOptions' => $this->deadOptions,
            'idleRows' => $this->idleRows,
            'circles' => $this->circles,
            'findings' => array_map(static fn(Finding $f): array => $f->toArray(), $this->findings),
        ];
    }

    /**
     * @param list<int> $options
     *
     * @return list<string>
     */
    private static function codes(Setup $setup, array $options): array
    {
        return array_map(static fn(int $o): string => $setup->options[$o]->code, $options);
    }
}
