<?php

declare(strict_types=1);

namespace Ithrel\Core\Gate;

use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;

/**
 * What a rehearsal found, as far as it speaks of the checks of a plan.
 *
 * @phpstan-type Tried array{
 *     verdict: string,
 *     differences: list<array{stage: string, field: string, expected: string, found: string}>,
 *     reason: string|null,
 * }
 */
final readonly class Run
{
    /**
     * @param string $where shop or sheet, in words
     * @param string|null $sha256 of the document that was tried; null where it is this one for sure
     * @param array<int, Tried> $checks number of a check of this plan => what came of it
     * @param array<int, true> $carried checks that were tried under another document, with the same steps and
     *                                  expectations
     * @param int $other checks of the run that are none of this plan
     * @param list<string> $unseen what no check of the run looked at
     * @param bool|null $isStill whether the shop was still as it was tried when somebody looked; null: nobody
     *                           did
     */
    public function __construct(
        public string $where,
        public ?string $sha256,
        public string $when,
        public array $checks,
        public array $carried,
        public int $other,
        public array $unseen,
        public ?bool $isStill = null,
    ) {}

    /**
     * @param string $text rehearsal/1
     * @param string $sha256 of the document at the gate
     *
     * @throws UnreadableDocument
     */
    public static function read(string $text, string $sha256, Plan $plan): self
    {
        $run = JsonText::decode($text);
        if (
            !($run instanceof \stdClass) ||
            'rehearsal/1' !== ($run->ithrel ?? null) ||
            !is_array($run->checks ?? null)
        ) {
            throw UnreadableDocument::at(
                '',
                'A JSON object with "ithrel": "rehearsal/1" and a list "checks" was expected.',
            );
        }
        $text = static fn(mixed $value): string => is_string($value) ? $value : '';
        $isSame = $text($run->sha256 ?? null) === $sha256;
        $byPrint = self::byPrint($plan);
        $checks = $carried = [];
        $other = 0;
        $of = static fn(mixed $thing, string $key): mixed => $thing instanceof \stdClass
            ? $thing->{$key} ?? null
            : null;
        foreach ($run->checks as $n => $tried) {
            if (!($tried instanceof \stdClass) || !is_string($tried->verdict ?? null)) {
                throw UnreadableDocument::at('/checks/' . $n, 'A check with a verdict was expected.');
            }
            $print = $text($tried->known ?? null);
            $numbers =
                $byPrint[$print] ??
                ('' === $print && $isSame && is_int($tried->number ?? null) && isset($plan->checks[$tried->number - 1])
                    ? [$tried->number]
                    : []);
            $other += [] === $numbers ? 1 : 0;
            $differences = [];
            foreach (is_array($tried->differences ?? null) ? $tried->differences : [] as $difference) {
                $differences[] = [
                    'stage' => $text($of($difference, 'stage')),
                    'field' => $text($of($difference, 'field')),
                    'expected' => $text($of($difference, 'expected')),
                    'found' => $text($of($difference, 'found')),
                ];
            }
            foreach ($numbers as $number) {
                $checks[$number] = [
                    'verdict' => $tried->verdict,
                    'differences' => $differences,
                    'reason' => is_string($tried->reason ?? null) ? $tried->reason : null,
                ];
                if (!$isSame) {
                    $carried[$number] = true;
                }
            }
        }

        return new self(
            $text($run->address ?? null),
            $text($run->sha256 ?? null),
            $text($run->startedAt ?? null),
            $checks,
            $carried,
            $other,
            array_values(array_filter(is_array($run->notLookedAt ?? null) ? $run->notLookedAt : [], is_string(...))),
        );
    }

    /**
     * A run whose checks are at hand.
     *
     * @param list<array{Check, string, list<Difference>, string|null}> $tried check, verdict, differences and reason
     * @param string $sha256 of the document that was tried
     * @param list<string> $unseen what no check of the run looked at
     * @param bool|null $isStill as in a run
     */
    public static function of(
        string $where,
        string $sha256,
        bool $isSame,
        string $when,
        array $tried,
        Plan $plan,
        array $unseen = [],
        ?bool $isStill = null,
    ): self {
        $byPrint = self::byPrint($plan);
        $checks = $carried = [];
        $other = 0;
        foreach ($tried as [$check, $verdict, $differences, $reason]) {
            $numbers = $byPrint[$check->print()] ?? [];
            $other += [] === $numbers ? 1 : 0;
            foreach ($numbers as $number) {
                $checks[$number] = [
                    'verdict' => $verdict,
                    'differences' => array_map(
                        static fn(Difference $d): array => [
                            'stage' => $d->stage,
                            'field' => $d->field,
                            'expected' => $d->expected,
                            'found' => $d->found,
                        ],
                        $differences,
                    ),
                    'reason' => $reason,
                ];
                if (!$isSame) {
                    $carried[$number] = true;
                }
            }
        }

        return new self($where, $sha256, $when, $checks, $carried, $other, $unseen, $isStill);
    }

    /**
     * @return array<string, list<int>> print of a check => its numbers; two that do and expect the same are one try
     */
    private static function byPrint(Plan $plan): array
    {
        $byPrint = [];
        foreach ($plan->checks as $check) {
            $byPrint[$check->print()][] = $check->number;
        }

        return $byPrint;
    }
}
