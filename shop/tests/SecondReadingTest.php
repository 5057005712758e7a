<?php

declare(strict_types=1);

namespace Ithrel\Shop\Tests;

use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Cart\AppraisalText;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\RandomPrices;
use Ithrel\Core\Tests\Support\RandomSetup;
use Ithrel\Shop\Shop;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * The shop's reading of the setup document against Ithrel's own: two pieces of code that share nothing but the page
 * they were written from.
 */
final class SecondReadingTest extends TestCase
{
    #[TestDox('on random walks of clicks shop and core show, price, carry and accept alike')]
    public function testRandomWalks(): void
    {
        $reader = Reader::shipped();
        $start = 1000 * intdiv(time(), 86400);
        $compared = $accepted = 0;
        for ($seed = $start; $seed < $start + 500; ++$seed) {
            $document = 0 === $seed % 2 ? RandomPrices::document($seed) : RandomSetup::document($seed, true, 7);
            $this->walk($reader, json_encode($document, JSON_THROW_ON_ERROR), $seed, $compared, $accepted);
        }
        self::assertGreaterThan(3_000, $compared);
        self::assertGreaterThan(600, $accepted);
    }

    #[TestDox('on random walks through every demo setup too')]
    public function testDemoSetups(): void
    {
        $reader = Reader::shipped();
        $compared = $accepted = 0;
        foreach (glob(dirname(__DIR__, 2) . '/demo/setups/*.json') ?: [] as $i => $file) {
            for ($seed = 0; $seed < 25; ++$seed) {
                $this->walk($reader, (string) file_get_contents($file), 100 * $i + $seed, $compared, $accepted);
            }
        }
        self::assertGreaterThan(2_000, $compared);
    }

    private function walk(Reader $reader, string $json, int $seed, int &$compared, int &$accepted): void
    {
        $random = new Randomizer(new Mt19937($seed));
        $reach = new Reach($reader->read($json, Today::of(Documents::TODAY)));
        $appraiser = new Appraiser($reach);
        $decoded = json_decode($json, true, 512, JSON_THROW_ON_ERROR);
        self::assertIsArray($decoded);
        /** @var array<string, mixed> $decoded */
        $shop = new Shop('item', $decoded, [], [], Documents::TODAY);
        $page = $reach->board->page;
        $state = $this->real($reach, new State(), $page->opening(), null);
        for ($click = 0; $click < 12; ++$click) {
            $where = sprintf('Seed %d, click %d: %s', $seed, $click, $json);
            $this->compare($reach, $appraiser, $shop, $state, 1 + ($click % 3), $where, $accepted);
            ++$compared;
            $shown = array_values(
                array_filter(
                    $reach->setup->options,
                    static fn($o): bool => Kind::Note !== $o->kind && $page->isShown($o, $state),
                ),
            );
            if ([] === $shown) {
                break;
            }
            $option = $shown[$random->getInt(0, count($shown) - 1)];
            $answers = iterator_to_array($page->answers($option, $state), false);
            $answer = $answers[$random->getInt(0, count($answers) - 1)];
            $state = $this->real($reach, $state, $page->click($state, $option->index, $answer), $option->index);
            $given =
                null === $answer
                    ? null
                    : ((array) StateText::pick($reach->setup, new State([$option->index => $answer])))[$option->code];
            self::assertTrue(
                $shop->click(
                    $option->code,
                    Kind::File === $option->kind && is_array($given)
                        ? array_map(static fn(string $name): array => ['name' => $name], $given)
                        : $given,
                ),
                $where,
            );
        }
    }

    /** Inputs that took their default stand for their class in core; on the page they are what the document says. */
    private function real(Reach $reach, State $before, State $state, ?int $clicked): State
    {
        foreach ($reach->setup->options as $option) {
            $answer = $state->input($option->index);
            if (
                null !== $option->default &&
                null !== $answer &&
                !$before->has($option->index) &&
                $option->index !== $clicked
            ) {
                $typed = (new \Ithrel\Core\Answer\InputCheck())->parse($option, $option->default);
                $state = null === $typed ? $state : $state->with($option->index, $typed);
            }
        }

        return $state;
    }

    private function compare(
        Reach $reach,
        Appraiser $appraiser,
        Shop $shop,
        State $state,
        int $quantity,
        string $where,
        int &$accepted,
    ): void {
        $seen = [];
        foreach ((array) $shop->page($quantity)['options'] as $option) {
            self::assertIsArray($option);
            $seen[is_string($option['code']) ? $option['code'] : ''] = $option;
        }
        foreach ($reach->setup->options as $option) {
            self::assertSame(
                $reach->board->page->isShown($option, $state),
                $seen[$option->code]['shown'],
                $where . ': ' . $option->code,
            );
            if ($seen[$option->code]['shown'] && $option->kind->isChoice() && Kind::Flag !== $option->kind) {
                self::assertSame(
                    array_map(
                        static fn(int $v): string => $option->values[$v]->code,
                        $reach->board->page->allowed($option, $state),
                    ),
                    $seen[$option->code]['offered'],
                    $where . ': ' . $option->code,
                );
            }
        }
        $appraisal = $appraiser->appraise(GivenState::of($reach->setup, $state, $quantity));
        $expected = (new AppraisalText($reach->setup))->toArray($appraisal);
        // Whether it may be sold is the tester's question, not the shop's.
        $problems = array_filter(
            $appraisal->problems,
            static fn($p): bool => !in_array($p->code, ['guard', 'formula'], true),
        );
        $added = $shop->add(null, $quantity, 'form');
        self::assertSame(
            [] === $problems,
            $added['accepted'],
            $where . ': ' . json_encode([$problems, $added['problems']], JSON_THROW_ON_ERROR),
        );
        if (!$added['accepted']) {
            return;
        }
        ++$accepted;
        foreach (['cart', 'checkout', 'order'] as $stage) {
            $line = $shop->stage($stage)['lines'][0];
            /** @var array<string, mixed> $carried */
            $carried = $expected['line'];
            /** @var array<string, mixed> $entries */
            $entries = $carried['entries'];
            foreach (['sku', 'name', 'quantity', 'weight', 'points', 'image'] as $key) {
                self::assertSame($carried[$key], $line[$key], $where . ': ' . $key);
            }
            self::assertSame($entries[$stage], $line['entries'], $where . ': ' . $stage);
            self::assertSame(
                [$expected['unitPrice'], $expected['lineTotal'], $expected['total']],
                [$line['unitPrice'], $line['lineTotal'], $line['total']],
                $where,
            );
            self::assertSame($expected['ownLines'], $line['ownLines'], $where);
        }
        $shop->emptyCart();
    }
}
