<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;

/**
 * What a change of a setup changed: combinations gained, lost and repriced, and the places that mean something else.
 */
final readonly class SetupDiff
{
    private DiffResult $result;

    private function __construct(private int $limit)
    {
        $this->result = new DiffResult();
    }

    /**
     * @param int $limit combinations told of each kind
     */
    public static function between(ReadDocument $old, ReadDocument $new, int $limit): DiffResult
    {
        $diff = new self($limit);
        $diff->result->changes = DocumentChanges::between($old->meaning(), $new->meaning());
        try {
            $diff->compare($old, $new);
        } catch (TooLarge $e) {
            $diff->result->reasons += ['reach.too-large' => $e->getMessage()];
        }

        return $diff->result;
    }

    private function compare(ReadDocument $oldDocument, ReadDocument $newDocument): void
    {
        [$old, $new] = [new Reach($oldDocument->setup), new Reach($newDocument->setup)];
        $crossed = Alignment::crossed($new->board, $old->board);
        if ([] !== $crossed) {
            $old = new Reach($oldDocument->inLineWith($newDocument->setup, $crossed));
        }
        $this->result->oldSelectable = gmp_strval($old->selectable());
        $this->result->newSelectable = gmp_strval($new->selectable());
        $forward = new Pairing($new, $old);
        $graphs = $forward->graphs();
        $both = self::shared($forward, $graphs);
        $this->result->both = gmp_strval($both);
        $this->result->gained = gmp_strval(gmp_sub($new->selectable(), $both));
        $this->result->lost = gmp_strval(gmp_sub($old->selectable(), $both));
        $this->result->first['gained'] = self::picks($new, (new Walk($forward, $graphs))->missing($this->limit));
        $backward = new Pairing($old, $new);
        $this->result->first['lost'] = self::picks(
            $old,
            (new Walk($backward, $backward->graphs()))->missing($this->limit),
        );
        $this->prices($forward, $both);
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

    private function prices(Pairing $pairing, \GMP $both): void
    {
        [$new, $old] = [$pairing->base, $pairing->other];
        $currency = $new->setup->currency;
        if ($currency->code !== $old->setup->currency->code) {
            // Each price is another; which is the greater cannot be said.
            $this->result->repriced = $this->result->dearest = DiffResult::figures($both, null, null, $currency);

            return;
        }
        $cheapest = null;
        try {
            $cheapest = new Repricing($pairing, false, $this->limit);
            $this->result->first['repriced'] = $this->repriced($new, $old, $cheapest);
            $this->result->repriced = $cheapest->figures($currency);
        } catch (NotExact $e) {
            $this->result->reasons['repriced'] = self::incomparable($e);
        }
        try {
            // Where nothing that is typed has a share, the dearest inputs make the same price.
            $dearest = false === $cheapest?->hangsOnInputs ? $cheapest : new Repricing($pairing, true, 0);
            $this->result->dearest = $dearest->figures($currency);
        } catch (NotExact $e) {
            $this->result->reasons['dearest'] = self::incomparable($e);
        }
    }

    private static function incomparable(NotExact $e): string
    {
        return 'Prices cannot be compared: ' . $e->getMessage() . '.';
    }

    /**
     * @return list<array{pick: object, old: string|null, new: string|null}>
     *
     * @throws NotExact
     */
    private function repriced(Reach $new, Reach $old, Repricing $repricing): array
    {
        $prices = [
            new ChoicesPrice($old, $repricing->hangsOnInputs),
            new ChoicesPrice($new, $repricing->hangsOnInputs),
        ];
        $text = static function (int $side, Reach $reach, State $choices) use ($prices): ?string {
            $price = $prices[$side]->of($choices, false);

            return null === $price ? null : Amount::text($price, $reach->setup->currency);
        };

        return array_map(static function (State $choices) use ($new, $old, $text): array {
            $pick = (object) StateText::pick($new->setup, $choices);

            return [
                'pick' => $pick,
                'old' => $text(0, $old, GivenState::read($old->setup, (object) ['pick' => $pick])->state),
                'new' => $text(1, $new, $choices),
            ];
        }, $repricing->first());
    }

    /**
     * @param list<State> $states
     *
     * @return list<array{pick: object}>
     */
    private static function picks(Reach $reach, array $states): array
    {
        return array_map(
            static fn(State $state): array => ['pick' => (object) StateText::pick($reach->setup, $state)],
            $states,
        );
    }
}
