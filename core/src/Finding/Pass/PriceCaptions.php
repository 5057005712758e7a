<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Brick\Math\BigDecimal;
use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Decimal\SaidAmount;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Price\Spread\ValueEffect;
use Ithrel\Core\Price\Spread\ValueEffects;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Charge\FixedCharge;
use Ithrel\Core\Setup\Charge\PercentCharge;
use Ithrel\Core\Setup\Condition\IsTest;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Setup\Value;

/**
 * price.caption: an amount written for the shopper, in a label or a help, that is not what the answer adds.
 */
final class PriceCaptions implements Pass
{
    public function find(Reach $reach): iterable
    {
        $setup = $reach->setup;
        $said = [];
        foreach ($setup->options as $option) {
            foreach ($option->kind->isChoice() ? $option->values : [] as $value) {
                $first = self::said($setup, $value->label)[0] ?? null;
                if (null !== $first) {
                    $said[$option->index][$value->index] = $first;
                }
            }
        }
        $effects = [] === $said ? [] : $this->effects($reach);
        foreach ($setup->options as $option) {
            foreach ($said[$option->index] ?? [] as $index => $first) {
                yield from $this->ofValue(
                    $setup,
                    $option,
                    $option->values[$index],
                    $first,
                    $effects[$option->index][$index] ?? null,
                );
            }
            if (null !== $option->charge) {
                yield from $this->ofInput($setup, $option, $option->charge);
            } elseif ($option->kind->isInput()) {
                foreach (self::said($setup, $option->label) as $amount) {
                    if ($this->isOfOpener($setup, $option, $amount)) {
                        continue;
                    }
                    yield $this->told($option->at . '/label', $option->label, $amount, 'nothing is charged', [
                        'charged' => '0',
                    ]);
                }
            }
        }
    }

    /**
     * @return iterable<Finding>
     */
    private function ofValue(
        Setup $setup,
        Option $option,
        Value $value,
        SaidAmount $said,
        ?ValueEffect $effect,
    ): iterable {
        $at = Kind::Flag === $option->kind ? $option->at . '/label' : $value->at . '/label';
        $text = static fn(BigDecimal $amount): string => Amount::text($amount, $setup->currency);
        $charge = $value->charge;
        if ($said->amount->isPercent) {
            if ($charge instanceof PercentCharge && !$said->amount->canBe($charge->rate)) {
                yield $this->told($at, $value->label, $said, PlainDecimal::of($charge->rate) . '% is charged', [
                    'charged' => (string) $charge->rate,
                ]);
            }

            return;
        }
        $amount = $said->amount->amount;
        if ($charge instanceof FixedCharge && !$said->amount->canBe($charge->amount)) {
            yield new Finding(
                'price.caption',
                Severity::Warning,
                $at,
                sprintf(
                    '"%s" tells the shopper %s, but %s is charged.',
                    $value->label,
                    $text($amount),
                    $text($charge->amount),
                ),
                ['said' => (string) $amount, 'charged' => (string) $charge->amount],
            );
        } elseif (null === $charge && null === $value->item && null === $effect) {
            yield new Finding(
                'price.caption',
                Severity::Warning,
                $at,
                sprintf('"%s" tells the shopper an amount, but nothing is charged.', $value->label),
                ['said' => (string) $amount, 'charged' => '0'],
            );
        } elseif (
            null !== $effect?->least &&
            null !== $effect->greatest &&
            null !== $effect->usual &&
            !($said->amount->canBe($effect->least) && $said->amount->canBe($effect->greatest))
        ) {
            $against = null === $effect->against ? 'no answer' : $option->values[$effect->against]->label;
            $really = $effect->least->isEqualTo($effect->greatest)
                ? $text($effect->least)
                : sprintf(
                    '%s to %s, mostly %s',
                    $text($effect->least),
                    $text($effect->greatest),
                    $text($effect->usual),
                );
            yield new Finding(
                'price.caption',
                Severity::Warning,
                $at,
                sprintf(
                    '"%s" tells the shopper %s; against %s it really makes a difference of %s.',
                    $value->label,
                    $text($amount),
                    $against,
                    $really,
                ),
                [
                    'said' => (string) $amount,
                    'least' => (string) $effect->least,
                    'usual' => (string) $effect->usual,
                    'greatest' => (string) $effect->greatest,
                ],
            );
        }
    }

    /** Whether what opens a field costs what the field says: "Engraving" is charged, its "Text (+4.00)" says so. */
    private function isOfOpener(Setup $setup, Option $option, SaidAmount $said): bool
    {
        foreach ($option->shownWhen?->tests() ?? [] as $test) {
            $opener = $test instanceof IsTest ? $setup->option($test->option) : null;
            foreach ($opener->values ?? [] as $value) {
                $charge = $value->charge;
                if (
                    ($charge instanceof FixedCharge && $said->amount->canBe($charge->amount)) ||
                    ($charge instanceof PercentCharge &&
                        $said->amount->isPercent &&
                        $said->amount->canBe($charge->rate))
                ) {
                    return true;
                }
            }
        }

        return false;
    }

    /**
     * Of an input's label any amount, of its help one with a sign: a help may speak of other money than its charge.
     *
     * @return iterable<Finding>
     */
    private function ofInput(Setup $setup, Option $option, Charge $charge): iterable
    {
        $told = $charge->told();
        if (null === $told) {
            return;
        }
        [$amount, $words] = $told;
        foreach (['label' => $option->label, 'help' => $option->help] as $key => $text) {
            foreach (self::said($setup, $text) as $said) {
                if (
                    !$said->amount->isPercent &&
                    ('label' === $key || $said->amount->isSigned) &&
                    !$said->amount->canBe($amount)
                ) {
                    yield $this->told(
                        $option->at . '/' . $key,
                        $text,
                        $said,
                        sprintf($words, Amount::text($amount, $setup->currency)),
                        ['charged' => (string) $amount],
                    );
                }
            }
        }
    }

    /**
     * @param array<string, string> $detail
     */
    private function told(string $at, string $text, SaidAmount $said, string $really, array $detail): Finding
    {
        return new Finding(
            'price.caption',
            Severity::Warning,
            $at,
            sprintf('"%s" tells the shopper %s, but %s.', $text, $said->written, $really),
            ['said' => (string) $said->amount->amount] + $detail,
        );
    }

    /**
     * @return list<SaidAmount>
     */
    private static function said(Setup $setup, string $text): array
    {
        return SaidAmount::in($text, $setup->currency->code, $setup->currency->minorUnits);
    }

    /**
     * What values really do.
     *
     * @return array<int, array<int, ValueEffect>>
     */
    private function effects(Reach $reach): array
    {
        $effects = [];
        try {
            foreach (ValueEffects::of($reach) as $effect) {
                $effects[$effect->option][$effect->value] = $effect;
            }
        } catch (NotExact | TooLarge) {
            // Then labels are held against the charges alone.
        }

        return $effects;
    }
}
