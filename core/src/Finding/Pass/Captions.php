<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Brick\Math\BigDecimal;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Price\Spread\ValueEffect;
use Ithrel\Core\Price\Spread\ValueEffects;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Charge\FixedCharge;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Value;

/**
 * price.caption and limit.caption: an amount or a limit written for the shopper that is not the one set.
 */
final class Captions implements Pass
{
    public function find(Reach $reach): iterable
    {
        $effects = $this->effects($reach);
        foreach ($reach->setup->options as $option) {
            foreach ($option->values as $value) {
                if (1 === preg_match(self::AMOUNT, $value->label, $m)) {
                    $said = self::decimal($m[2])->multipliedBy('-' === $m[1] || '−' === $m[1] ? -1 : 1);
                    yield from $this->caption($reach, $option, $value, $said, $effects[$option->index][$value->index] ?? null);
                }
            }
            foreach (['label' => $option->label, 'help' => $option->help] as $key => $text) {
                foreach ($this->limits($option) as [$pattern, $limit, $what]) {
                    if (1 === preg_match($pattern, $text, $m) && !self::decimal($m[1])->isEqualTo($limit)) {
                        yield new Finding('limit.caption', Severity::Warning, $option->at.'/'.$key, sprintf('"%s" promises %s %s, but %s is set.', $text, $what, $m[1], Amount::plain($limit)), ['said' => $m[1], 'set' => (string) $limit]);
                    }
                }
            }
        }
    }

    /**
     * @return iterable<Finding>
     */
    private function caption(Reach $reach, Option $option, Value $value, BigDecimal $said, ?ValueEffect $effect): iterable
    {
        $text = static fn (BigDecimal $amount): string => Amount::text($amount, $reach->setup->currency);
        $detail = ['said' => (string) $said];
        if ($value->charge instanceof FixedCharge && !$said->isEqualTo($value->charge->amount)) {
            yield new Finding('price.caption', Severity::Warning, $value->at.'/label', sprintf('"%s" tells the shopper %s, but %s is charged.', $value->label, $text($said), $text($value->charge->amount)), $detail + ['charged' => (string) $value->charge->amount]);
        } elseif (null === $value->charge && null === $value->item && null === $effect) {
            yield new Finding('price.caption', Severity::Warning, $value->at.'/label', sprintf('"%s" tells the shopper an amount, but nothing is charged.', $value->label), $detail + ['charged' => '0']);
        } elseif (null !== $effect?->least && null !== $effect->greatest && null !== $effect->usual && !($effect->least->isEqualTo($said) && $effect->greatest->isEqualTo($said))) {
            $against = null === $effect->against ? 'no answer' : $option->values[$effect->against]->label;
            $really = $effect->least->isEqualTo($effect->greatest) ? $text($effect->least) : sprintf('%s to %s, mostly %s', $text($effect->least), $text($effect->greatest), $text($effect->usual));
            yield new Finding('price.caption', Severity::Warning, $value->at.'/label', sprintf('"%s" tells the shopper %s; against %s it really makes a difference of %s.', $value->label, $text($said), $against, $really), $detail + ['least' => (string) $effect->least, 'usual' => (string) $effect->usual, 'greatest' => (string) $effect->greatest]);
        }
    }

    /**
     * What values really do; asked only where some label speaks of an amount.
     *
     * @return array<int, array<int, ValueEffect>>
     */
    private function effects(Reach $reach): array
    {
        $speaks = array_filter($reach->setup->options, static fn (Option $o): bool => [] !== array_filter($o->values, static fn (Value $v): bool => 1 === preg_match(self::AMOUNT, $v->label)));
        $effects = [];
        try {
            foreach ([] === $speaks ? [] : ValueEffects::of($reach) as $effect) {
                $effects[$effect->option][$effect->value] = $effect;
            }
        } catch (NotExact|TooLarge) {
            // Then labels are held against the charges alone.
        }

        return $effects;
    }

    /** An amount with its sign, as "+5.00" or "- 2,50", not part of a longer number or word. */
    private const AMOUNT = '/(?<![\w.,])([+\-−])\s?(\d{1,9}(?:[.,]\d{1,3})?)(?![\d.,]*\d|\s?(?:%|[a-z]{1,3}\b))/iu';

    /**
     * @return list<array{string, BigDecimal, string}> pattern of a limit in words, the limit set, its name
     */
    private function limits(Option $option): array
    {
        $limits = [];
        $max = '/\b(?:up to|at most|max(?:imum)?\.?|no more than)\s+(\d+(?:[.,]\d+)?)/iu';
        $min = '/\b(?:at least|min(?:imum)?\.?|from|no less than)\s+(\d+(?:[.,]\d+)?)/iu';
        foreach ([[$max, $option->text->max ?? $option->number->max ?? $option->picks->max ?? $option->file?->maxFiles, 'at most'], [$min, $option->text->min ?? $option->number->min ?? $option->picks->min ?? $option->file?->minFiles, 'at least']] as [$pattern, $limit, $what]) {
            if (null !== $limit) {
                $limits[] = [$pattern, BigDecimal::of($limit), $what];
            }
        }

        return $limits;
    }

    private static function decimal(string $text): BigDecimal
    {
        return BigDecimal::of(str_replace(',', '.', $text));
    }
}
