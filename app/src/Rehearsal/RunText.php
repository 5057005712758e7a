<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Work\Within;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Diagnosis\Diagnosis;
use Ithrel\Core\Diagnosis\Seen;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Table\Csv;
use Ithrel\Core\Words\PlaceWords;

/**
 * A run of checks as data, as CSV and in words.
 */
final readonly class RunText
{
    private const SECONDS_OF_DIAGNOSIS = 30;

    /**
     * @param string $document of the setup
     * @param list<TriedCheck> $checks
     */
    public function __construct(private Setup $setup, private string $document, private array $checks) {}

    /**
     * @return list<array<string, mixed>>
     */
    public function checks(): array
    {
        return array_map(
            static fn(TriedCheck $t): array => [
                'number' => $t->check->number,
                'known' => $t->check->print(),
                'purpose' => $t->check->purpose->value,
                'about' => $t->check->about,
                'verdict' => $t->verdict,
                'differences' => array_map(self::difference(...), $t->differences),
                'reason' => $t->reason,
                'notLookedAt' => $t->unseen,
            ] + (null === $t->picture ? [] : ['picture' => $t->picture]),
            $this->checks,
        );
    }

    /**
     * @return list<array{at: string, words: string, explains: int, of: int, as?: string, extent?: string}>
     */
    public function likely(): array
    {
        $seen = TriedCheck::seen($this->checks);
        $differing = count(array_filter($seen, static fn(Seen $s): bool => [] !== $s->differences));
        $words = new PlaceWords($this->setup);

        $all = [];
        $places = Within::seconds(
            self::SECONDS_OF_DIAGNOSIS,
            fn(): array => Diagnosis::of($this->setup, $this->document, $seen),
        );
        foreach ($places as $place) {
            $all[] =
                [
                    'at' => $place->at,
                    'words' => $words->of($place->at),
                    'explains' => count($place->checks),
                    'of' => $differing,
                ] +
                (null === $place->as ? [] : ['as' => $place->as]) +
                ('' === $place->extent ? [] : ['extent' => $place->extent]);
        }

        return $all;
    }

    /**
     * @return array{agrees: int, differs: int, noAnswer: int, notTried: int}
     */
    public function tally(): array
    {
        $by = array_count_values(array_map(static fn(TriedCheck $t): string => $t->verdict, $this->checks));

        return [
            'agrees' => $by[RehearsalCheck::AGREES] ?? 0,
            'differs' => $by[RehearsalCheck::DIFFERS] ?? 0,
            'noAnswer' => $by[RehearsalCheck::NO_ANSWER] ?? 0,
            'notTried' => $by[RehearsalCheck::NOT_TRIED] ?? 0,
        ];
    }

    /**
     * What no check of the run looked at.
     *
     * @return list<string>
     */
    public function unseen(): array
    {
        return TriedCheck::unseenByAll($this->checks);
    }

    public function csv(): string
    {
        $rows = [['Check', 'Purpose', 'About', 'Verdict', 'Stage', 'Field', 'Expected', 'Found', 'Reason']];
        foreach ($this->checks as $t) {
            $own = [(string) $t->check->number, $t->check->purpose->value, $t->check->about, $t->verdict];
            foreach ([] === $t->differences ? [null] : $t->differences as $d) {
                $rows[] = [
                    ...$own,
                    $d->stage ?? '',
                    $d->field ?? '',
                    $d->expected ?? '',
                    $d->found ?? '',
                    $t->reason ?? '',
                ];
            }
        }

        return Csv::text($rows);
    }

    /**
     * @return array{stage: string, field: string, expected: string, found: string}
     */
    private static function difference(Difference $difference): array
    {
        $field = lcfirst(str_replace(' ', '', ucwords($difference->field)));

        return [
            'stage' => $difference->stage,
            'field' => $field,
            'expected' => $difference->expected,
            'found' => $difference->found,
        ];
    }
}
