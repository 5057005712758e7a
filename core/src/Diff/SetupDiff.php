<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\Spread\AllTotals;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\JsonText;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Setup\Today;

/**
 * What a change of a setup changed: combinations gained, lost and repriced, and the places that mean something else.
 */
final readonly class SetupDiff
{
    private function __construct(private Reader $reader, private Today $today, private int $limit)
    {
    }

    /**
     * @param string $oldText JSON, readable
     * @param int    $limit   combinations told of each kind
     *
     * @return array{old: array{selectable: string|null}, new: array{selectable: string|null}, both: string|null, gained: string|null, lost: string|null, repriced: array<string, string|null>|null, dearest: array<string, string|null>|null, first: array<string, list<array<string, mixed>>>, changes: list<DocumentChange>, reasons: array<string, string>}
     */
    public static function between(Reader $reader, string $oldText, string $newText, Today $today, int $limit): array
    {
        return (new self($reader, $today, $limit))->of($oldText, $newText);
    }

    /**
     * @return array{old: array{selectable: string|null}, new: array{selectable: string|null}, both: string|null, gained: string|null, lost: string|null, repriced: array<string, string|null>|null, dearest: array<string, string|null>|null, first: array<string, list<array<string, mixed>>>, changes: list<DocumentChange>, reasons: array<string, string>}
     */
    private function of(string $oldText, string $newText): array
    {
        [$oldSetup, $newSetup] = [$this->reader->read($oldText, $this->today), $this->reader->read($newText, $this->today)];
        $result = ['old' => ['selectable' => null], 'new' => ['selectable' => null], 'both' => null, 'gained' => null, 'lost' => null, 'repriced' => null, 'dearest' => null, 'first' => ['gained' => [], 'lost' => [], 'repriced' => []]];
        $reasons = [];
        $changes = DocumentChanges::between(self::meaning($oldText, $oldSetup), self::meaning($newText, $newSetup));
        try {
            [$old, $new] = [new Reach($oldSetup), new Reach($newSetup)];
            $crossed = Alignment::crossed($new->board, $old->board);
            if ([] !== $crossed) {
                $old = new Reach($this->reader->read(self::inLine($oldText, $newSetup, $crossed), $this->today));
            }
            $result['old']['selectable'] = gmp_strval($old->selectable());
            $result['new']['selectable'] = gmp_strval($new->selectable());
            $forward = new Pairing($new, $old);
            $graphs = $forward->graphs();
            $both = self::shared($forward, $graphs);
            $result['both'] = gmp_strval($both);
            $result['gained'] = gmp_strval(gmp_sub($new->selectable(), $both));
            $result['lost'] = gmp_strval(gmp_sub($old->selectable(), $both));
            $result['first']['gained'] = $this->picks($new, (new Walk($forward, $graphs))->missing($this->limit));
            $backward = new Pairing($old, $new);
            $result['first']['lost'] = $this->picks($old, (new Walk($backward, $backward->graphs()))->missing($this->limit));
            [$result['repriced'], $result['first']['repriced'], $reason] = $this->prices($forward, $both, false);
            $reasons += null === $reason ? [] : ['repriced' => $reason];
            [$result['dearest'], , $reason] = $this->prices($forward, $both, true);
            $reasons += null === $reason ? [] : ['dearest' => $reason];
        } catch (TooLarge $e) {
            $reasons += ['reach.too-large' => $e->getMessage()];
        }

        return $result + ['changes' => $changes, 'reasons' => $reasons];
    }

    /**
     * @param list<JointGraph> $graphs
     */
    private static function shared(Pairing $pairing, array $graphs): \GMP
    {
        $both = gmp_init($pairing->isPossible ? 1 : 0);
        foreach ($graphs as $graph) {
            $both = gmp_mul($both, $graph->left(0, 0));
        }

        return $both;
    }

    /**
     * @return array{array<string, string|null>|null, list<array<string, mixed>>, string|null} figures, the first, and why there are none
     */
    private function prices(Pairing $pairing, \GMP $both, bool $most): array
    {
        [$new, $old] = [$pairing->base, $pairing->other];
        if ($new->setup->currency->code !== $old->setup->currency->code) {
            // Each price is another; which is the greater cannot be said.
            return [['count' => gmp_strval($both), 'least' => null, 'greatest' => null], [], null];
        }
        try {
            $repricing = new Repricing($pairing, $most, $most ? 0 : $this->limit);
            $first = [];
            foreach ($repricing->first() as $choices) {
                $pick = StateText::pick($new->setup, $choices);
                $first[] = ['pick' => (object) $pick, 'old' => $this->price($old, $pick), 'new' => $this->price($new, $pick)];
            }
            $text = static fn (?BigDecimal $amount): ?string => null === $amount ? null : Amount::text($amount, $new->setup->currency);
            $figures = $repricing->figures();

            return [['count' => $figures['count'], 'least' => $text($figures['least']), 'greatest' => $text($figures['greatest'])], $first, null];
        } catch (NotExact $e) {
            return [null, [], 'Prices cannot be compared: '.$e->getMessage().'.'];
        }
    }

    /**
     * The cheapest unit price of one combination.
     *
     * @param array<string, string|bool|list<string>> $pick
     */
    private function price(Reach $reach, array $pick): ?string
    {
        $pins = [];
        foreach ($reach->setup->options as $option) {
            $cells = $option->kind->isChoice() ? $reach->board->cellsOf[$option->index] : [];
            $given = $pick[$option->code] ?? null;
            foreach ($cells as $n => $cell) {
                if (Kind::Several === $option->kind) {
                    $letter = is_array($given) && in_array($option->values[$n]->code, $given, true) ? 0 : 1;
                } elseif (Kind::Flag === $option->kind) {
                    $letter = true === $given ? 0 : 1;
                } else {
                    $letter = is_string($given) ? $option->value($given)->index ?? 0 : count($option->values);
                }
                $pins[$cell] = [$letter => true];
            }
        }
        $total = AllTotals::of($reach, true, $reach->setup->quantity->min, false, $pins)->levels()[0][0] ?? null;

        return null === $total ? null : Amount::text($total, $reach->setup->currency);
    }

    /**
     * @param list<State> $states
     *
     * @return list<array{pick: object}>
     */
    private function picks(Reach $reach, array $states): array
    {
        return array_map(static fn (State $state): array => ['pick' => (object) StateText::pick($reach->setup, $state)], $states);
    }

    /**
     * @return array<array-key, mixed>
     */
    private static function meaning(string $text, Setup $setup): array
    {
        $meaning = (new Meaning($setup->currency->minorUnits))->of(self::decoded($text));

        return is_array($meaning) ? $meaning : [];
    }

    private static function decoded(string $text): \stdClass
    {
        $document = JsonText::decode($text);

        return $document instanceof \stdClass ? $document : new \stdClass();
    }

    /**
     * The old document with the values of some severals in the order of the new one, so that both can be walked side by
     * side. What can be selected and what it costs stay the same.
     *
     * @param list<string> $crossed
     */
    private static function inLine(string $text, Setup $new, array $crossed): string
    {
        $document = self::decoded($text);
        foreach (is_array($document->options ?? null) ? $document->options : [] as $option) {
            if (!$option instanceof \stdClass || !in_array($option->code ?? null, $crossed, true) || !is_array($option->values ?? null)) {
                continue;
            }
            $order = array_flip(Alignment::codes($new->option($option->code) ?? throw new \LogicException('The option is in both.')));
            $rank = static fn (mixed $v): int => $v instanceof \stdClass && is_string($v->code ?? null) ? $order[$v->code] ?? -1 : -1;
            $common = array_values(array_filter($option->values, static fn (mixed $v): bool => $rank($v) >= 0));
            usort($common, static fn (mixed $a, mixed $b): int => $rank($a) <=> $rank($b));
            $option->values = array_map(static function (mixed $v) use ($rank, &$common): mixed {
                return $rank($v) >= 0 ? array_shift($common) : $v;
            }, $option->values);
        }

        return json_encode($document, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
    }
}
