<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Gate;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Gate\Acceptance;
use Ithrel\Core\Gate\Gate;
use Ithrel\Core\Gate\Run;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Report;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

/**
 * The verdict of the gate, from what is known.
 */
final class GateTest extends TestCase
{
    private const CLEAN = [
        'options' => [
            [
                'code' => 'a',
                'label' => 'A *',
                'kind' => 'one',
                'required' => true,
                'values' => [['code' => 'x', 'label' => 'X'], ['code' => 'y', 'label' => 'Y', 'charge' => '5.00']],
            ],
        ],
        'appliesTo' => ['skus' => ['T-1']],
    ];

    public function testMayLaunchOnceAllWasTriedOnThisDocument(): void
    {
        $gate = self::gate(self::CLEAN);
        self::assertSame([Gate::NOT_YET, 'not-tried'], [$gate->verdict, $gate->open[0]['item']->code]);
        $gate = self::gate(self::CLEAN, [self::tried(self::CLEAN)]);
        self::assertSame([Gate::MAY, ['Nothing is open.']], [$gate->verdict, $gate->because]);
        self::assertContains('sale-list', array_column($gate->notChecked, 'what'));
        self::assertStringContainsString('2 selectable combinations, 0 findings', $gate->checked[0]['words']);
    }

    public function testOneIsSaidAsOne(): void
    {
        $gate = self::gate(['options' => []] + self::CLEAN);
        self::assertStringContainsString('1 selectable combination, ', $gate->checked[0]['words']);
    }

    public function testADifferenceForbidsUntilALeadAcceptsIt(): void
    {
        $differs = [
            'verdict' => 'differs',
            'differences' => [['stage' => 'cart', 'field' => 'lineTotal', 'expected' => '105.00', 'found' => '106.00']],
        ];
        $runs = [self::tried(self::CLEAN, [1 => $differs])];
        $gate = self::gate(self::CLEAN, $runs);
        self::assertSame(
            [Gate::MUST_NOT, ['The shop does something otherwise than the setup says.']],
            [$gate->verdict, $gate->because],
        );
        $item = $gate->open[0]['item'];
        self::assertSame(['difference', 'cart.lineTotal'], [$item->kind, $item->code]);
        $accept = static fn(string $role, string $until = 'change'): array => [
            'code' => $item->code,
            'at' => $item->at,
            'known' => $item->known(),
            'by' => 'Ada',
            'role' => $role,
            'when' => '2026-11-24T10:00:00Z',
            'why' => 'mended tomorrow',
            'until' => $until,
        ];
        self::assertSame(Gate::MUST_NOT, self::gate(self::CLEAN, $runs, [$accept('tester')])->verdict);
        self::assertSame(
            'Ada accepted it as a tester; a lead has to.',
            self::gate(self::CLEAN, $runs, [$accept('tester')])->open[0]['lapsed'],
        );
        self::assertSame(
            [Gate::MAY, ['Nothing is open; 1 accepted.']],
            [
                self::gate(self::CLEAN, $runs, [$accept('lead')])->verdict,
                self::gate(self::CLEAN, $runs, [$accept('lead')])->because,
            ],
        );
        self::assertSame(
            'Ada accepted it until 2026-11-23.',
            self::gate(self::CLEAN, $runs, [$accept('lead', '2026-11-23')])->open[0]['lapsed'],
        );
        self::assertSame(Gate::MAY, self::gate(self::CLEAN, $runs, [$accept('lead', '2026-11-24')])->verdict);
    }

    public function testAWarningIsHeldUntilAcceptedAndItsPlaceStays(): void
    {
        $document = self::CLEAN;
        $document['options'][0]['label'] = 'A';
        $gate = self::gate($document, [self::tried($document)]);
        self::assertSame([Gate::NOT_YET, ['Nobody has looked at a warning.']], [$gate->verdict, $gate->because]);
        $item = $gate->open[0]['item'];
        $accepted = [
            'code' => $item->code,
            'at' => $item->at,
            'known' => $item->known(),
            'by' => 'Ada',
            'role' => 'tester',
            'when' => '',
            'why' => 'known',
            'until' => 'change',
        ];
        self::assertSame(Gate::MAY, self::gate($document, [self::tried($document)], [$accepted])->verdict);
        $document['options'][0]['label'] = 'B';
        $gate = self::gate($document, [self::tried($document)], [$accepted]);
        self::assertSame(
            [Gate::NOT_YET, 'Ada accepted it until its place changes, and it has.'],
            [$gate->verdict, $gate->open[0]['lapsed']],
        );
        self::assertContains('An acceptance no longer fits.', $gate->because);
    }

    public function testAnAcceptanceOfSomethingElseIsTold(): void
    {
        $accepted = [
            'code' => 'reach.idle-row',
            'at' => '/variants/rows/7',
            'known' => '',
            'by' => 'Ada',
            'role' => 'lead',
            'when' => '',
            'why' => 'known',
            'until' => 'change',
        ];
        $gate = self::gate(self::CLEAN, [self::tried(self::CLEAN)], [$accepted, ['code' => 'x'] + $accepted]);
        self::assertSame(Gate::MAY, $gate->verdict);
        self::assertSame(
            ['2 acceptances speak of nothing that is found now: it was mended since, or it is of another document.'],
            array_values(
                array_filter(
                    array_column($gate->checked, 'words'),
                    static fn(string $w): bool => str_contains($w, 'acceptance'),
                ),
            ),
        );
    }

    public function testABlockerForbids(): void
    {
        $document = self::CLEAN;
        $document['options'][0]['values'][1]['hidden'] = true;
        $document['options'][0]['values'][1]['default'] = true;
        self::assertSame(Gate::MUST_NOT, self::gate($document, [self::tried($document)])->verdict);
    }

    public function testChecksThatStayTheSameAreCarriedOver(): void
    {
        $changed = self::CLEAN;
        $changed['options'][0]['values'][1]['charge'] = '6.00';
        $gate = self::gate($changed, [self::tried(self::CLEAN)]);
        self::assertSame(Gate::NOT_YET, $gate->verdict);
        $plan = self::plan($changed);
        $same = count(
            array_intersect(
                array_map(static fn($c): string => $c->print(), $plan->checks),
                array_map(static fn($c): string => $c->print(), self::plan(self::CLEAN)->checks),
            ),
        );
        self::assertGreaterThan(0, $same);
        self::assertLessThan(count($plan->checks), $same);
        self::assertStringStartsWith(
            sprintf(
                '%d of %d checks of the plan were not tried on this document',
                count($plan->checks) - $same,
                count($plan->checks),
            ),
            $gate->because[0],
        );
        self::assertStringContainsString(sprintf('%d were tried on the document', $same), $gate->checked[1]['words']);
    }

    public function testWhatNoCheckLookedAtIsOpen(): void
    {
        $gate = self::gate(self::CLEAN, [self::tried(self::CLEAN, [], ['cart weight', 'order'])]);
        self::assertSame(
            [Gate::NOT_YET, ['2 things were not looked at by any check.']],
            [$gate->verdict, $gate->because],
        );
        self::assertSame(
            Gate::MAY,
            self::gate(self::CLEAN, [
                self::tried(self::CLEAN, [], ['cart weight']),
                self::tried(self::CLEAN, [], ['order']),
            ])->verdict,
        );
        $gate = self::gate(self::CLEAN, [
            self::tried(self::CLEAN, [2 => ['verdict' => 'no-answer', 'reason' => 'The shop was gone.']]),
        ]);
        self::assertSame([Gate::NOT_YET, 'no-answer'], [$gate->verdict, $gate->open[0]['item']->code]);
    }

    public function testAFileThatIsNone(): void
    {
        try {
            Acceptance::read('{"ithrel": "accepted/1", "items": [{"code": "x", "role": "boss", "until": "soon"}]}');
            self::fail('It was read.');
        } catch (UnreadableDocument $e) {
            self::assertSame(
                ['/items/0/by', '/items/0/why', '/items/0/role', '/items/0/until'],
                array_map(static fn($p): string => $p->at, $e->problems),
            );
        }
        $this->expectException(UnreadableDocument::class);
        Run::read('{"ithrel": "check/1"}', '', new Plan([], 0, 0, 0));
    }

    /**
     * @param array<string, mixed> $document
     * @param list<string> $runs rehearsal/1
     * @param list<array<string, mixed>> $accepted
     */
    private static function gate(array $document, array $runs = [], array $accepted = []): Gate
    {
        $text = Documents::json($document);
        $plan = self::plan($document);

        $report = Report::of(new Reach(Documents::setup($document)));

        return Gate::of(
            $text,
            Documents::setup($document),
            $report->counts['selectable'],
            $report->findings,
            $plan,
            array_map(static fn(string $run): Run => Run::read($run, hash('sha256', $text), $plan), $runs),
            [] === $accepted
                ? []
                : Acceptance::read(json_encode(['ithrel' => 'accepted/1', 'items' => $accepted], JSON_THROW_ON_ERROR)),
        );
    }

    /**
     * @param array<string, mixed> $document
     */
    private static function plan(array $document): Plan
    {
        return Planner::plan(new Reach(Documents::setup($document)));
    }

    /**
     * A run in which all checks agree, but for some.
     *
     * @param array<string, mixed> $document
     * @param array<int, array<string, mixed>> $but
     * @param list<string> $unseen
     */
    private static function tried(array $document, array $but = [], array $unseen = []): string
    {
        $checks = array_map(
            static fn($c): array => ($but[$c->number] ?? []) + [
                'number' => $c->number,
                'known' => $c->print(),
                'verdict' => 'agrees',
                'differences' => [],
                'reason' => null,
            ],
            self::plan($document)->checks,
        );

        return json_encode(
            [
                'ithrel' => 'rehearsal/1',
                'sha256' => hash('sha256', Documents::json($document)),
                'address' => 'http://127.0.0.1/',
                'startedAt' => '2026-11-24T10:00:00Z',
                'checks' => $checks,
                'notLookedAt' => $unseen,
            ],
            JSON_THROW_ON_ERROR,
        );
    }
}
