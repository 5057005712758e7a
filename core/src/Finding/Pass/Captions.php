<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Brick\Math\BigDecimal;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Charge\FixedCharge;
use Ithrel\Core\Setup\Option;

/**
 * price.caption and limit.caption: an amount or a limit written for the shopper that is not the one set.
 */
final class Captions implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($reach->setup->options as $option) {
            foreach ($option->values as $value) {
                if ($value->charge instanceof FixedCharge && 1 === preg_match(self::AMOUNT, $value->label, $m)) {
                    $said = self::decimal($m[2])->multipliedBy('-' === $m[1] || '−' === $m[1] ? -1 : 1);
                    if (!$said->isEqualTo($value->charge->amount)) {
                        yield new Finding('price.caption', Severity::Warning, $value->at.'/label', sprintf('"%s" tells the shopper %s, but %s is charged.', $value->label, Amount::text($said, $reach->setup->currency), Amount::text($value->charge->amount, $reach->setup->currency)), ['said' => (string) $said, 'charged' => (string) $value->charge->amount]);
                    }
                } elseif (null === $value->charge && null === $value->item && 1 === preg_match(self::AMOUNT, $value->label, $m)) {
                    yield new Finding('price.caption', Severity::Warning, $value->at.'/label', sprintf('"%s" tells the shopper an amount, but nothing is charged.', $value->label), ['said' => $m[2], 'charged' => '0']);
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
