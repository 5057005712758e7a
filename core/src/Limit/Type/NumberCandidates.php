<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Brick\Math\BigDecimal;
use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Limit\Candidates;
use Ithrel\Core\Limit\NumberSet;

/**
 * Numbers at the edges of a number's limits, and the ways in which people write them.
 */
final readonly class NumberCandidates
{
    /** The least distance between two numbers that may be given. */
    private BigDecimal $unit;

    public function __construct(private NumberType $limits)
    {
        $this->unit =
            $this->limits->step ?? BigDecimal::ofUnscaledValue(1, max(0, $this->limits->decimals ?? $this->places()));
    }

    public function into(Candidates $to): void
    {
        $set = NumberSet::of($this->limits);
        $least = null === $this->limits->min ? null : $set->first(null, true, null, true);
        $most = null === $this->limits->max ? null : $set->last(null, true, null, true);
        $some = $least ?? ($most ?? $set->near(BigDecimal::of(10)));
        $this->ends($to, $least, $most);
        $this->steps($to, $least ?? $set->near(BigDecimal::zero()), $most);
        $this->signs($to);
        if (null === $some) {
            $to->left[] = 'No number keeps all of these limits at once.';
        }
        $this->writings($to, $some ?? BigDecimal::of(10));
        $to->add('blanks alone', '   ');
    }

    private function ends(Candidates $to, ?BigDecimal $least, ?BigDecimal $most): void
    {
        $unit = null === $this->limits->step ? 'a little' : 'one step';
        foreach (
            ['least' => [$least, $this->limits->min, -1], 'most' => [$most, $this->limits->max, 1]]
            as $name => [$permitted, $limit, $beyond]
        ) {
            if (null === $limit) {
                continue;
            }
            if (null !== $permitted) {
                $to->edge('least' === $name ? 'min' : 'max', 'the ' . $name, PlainDecimal::of($permitted));
                $to->edge(
                    'least' === $name ? 'min' : 'max',
                    sprintf('%s %s the %s', $unit, $beyond < 0 ? 'below' : 'above', $name),
                    PlainDecimal::of($permitted->plus($this->unit->multipliedBy($beyond))),
                );
                $to->add(
                    sprintf('%s %s the %s', $unit, $beyond < 0 ? 'above' : 'below', $name),
                    PlainDecimal::of($permitted->minus($this->unit->multipliedBy($beyond))),
                );
            }
            $to->add(sprintf('the %s itself, as the limit has it', $name), PlainDecimal::of($limit));
            $to->add(
                sprintf('just %s the %s', $beyond < 0 ? 'below' : 'above', $name),
                PlainDecimal::of(
                    $limit->plus(
                        BigDecimal::ofUnscaledValue($beyond, max(1, $limit->getScale(), $this->unit->getScale())),
                    ),
                ),
            );
            $to->add(
                sprintf('1 %s the %s', $beyond < 0 ? 'below' : 'above', $name),
                PlainDecimal::of($limit->plus($beyond)),
            );
        }
    }

    private function steps(Candidates $to, ?BigDecimal $least, ?BigDecimal $most): void
    {
        $step = $this->limits->step;
        $base = $this->limits->min ?? BigDecimal::zero();
        if (null !== $step) {
            $to->edge('step', 'one step on', PlainDecimal::of($base->plus($step)));
            $to->edge('step', 'between two steps', PlainDecimal::of($base->plus($step->multipliedBy('0.5'))));
            if (null !== $most) {
                $to->add('between the last two steps', PlainDecimal::of($most->minus($step->multipliedBy('0.5'))));
            }
            if (!$base->remainder($step)->isZero()) {
                $to->edge(
                    'step',
                    'a step as it would be counted from zero',
                    PlainDecimal::of(
                        $base->minus($base->remainder($step))->plus($base->isNegative() ? BigDecimal::zero() : $step),
                    ),
                );
            }
        }
        $places = $this->limits->decimals;
        $from = $least ?? $base;
        if (null !== $places) {
            $to->edge(
                'decimals',
                sprintf('%d decimals, one too many', $places + 1),
                PlainDecimal::of($this->beside($from, BigDecimal::ofUnscaledValue(1, $places + 1))),
            );
            $to->add(
                'the most decimals',
                (string) $this->beside($from, BigDecimal::ofUnscaledValue(1, max(0, $places)))->toScale(
                    max($places, $from->getScale()),
                ),
            );
            $to->edge(
                'decimals',
                'more decimals, all of them 0',
                $from->toScale(max($places + 1, $from->getScale())) . '',
            );
        } elseif (null === $step) {
            $to->add('many decimals', PlainDecimal::of($from->plus('0.12345')));
        }
    }

    /** A little more, or a little less where more would be beyond the most, so that the decimals alone decide. */
    private function beside(BigDecimal $number, BigDecimal $little): BigDecimal
    {
        $more = $number->plus($little);

        return null !== $this->limits->max && $more->isGreaterThan($this->limits->max)
            ? $number->minus($little)
            : $more;
    }

    private function signs(Candidates $to): void
    {
        $to->add('zero', '0');
        $to->add('minus zero', '-0');
        $to->edge('min', 'below zero', '-1');
    }

    private function writings(Candidates $to, BigDecimal $number): void
    {
        $plain = PlainDecimal::of($number);
        $size = PlainDecimal::of($number->abs());
        $sign = $number->isNegative() ? '-' : '';
        $to->edge('min', 'leading zeros', $sign . '00' . $size);
        $to->edge('step', 'a point and a zero behind it', str_contains($plain, '.') ? $plain . '0' : $plain . '.0');
        $to->edge(
            'step',
            'a decimal comma',
            $sign . (str_contains($size, '.') ? str_replace('.', ',', $size) : $size . ',5'),
        );
        $to->add('an exponent', '1e2');
        $to->add('a plus sign', '+' . $size);
        $to->add('no digit before the point', '.5');
        $to->add('a comma that groups thousands', '1,000');
        $to->add(
            'digits of another script',
            strtr($size, [
                '0' => "\u{660}",
                '1' => "\u{661}",
                '2' => "\u{662}",
                '3' => "\u{663}",
                '4' => "\u{664}",
                '5' => "\u{665}",
                '6' => "\u{666}",
                '7' => "\u{667}",
                '8' => "\u{668}",
                '9' => "\u{669}",
            ]),
        );
        $to->add('blanks at both ends', ' ' . $plain . ' ');
        $to->add('letters', 'abc');
        if (null !== $this->limits->unit) {
            $to->add('its unit written behind it', $plain . ' ' . $this->limits->unit);
        }
    }

    /** Digits behind the point in the limits; one where they have none. */
    private function places(): int
    {
        return max(1, $this->limits->min?->getScale() ?? 0, $this->limits->max?->getScale() ?? 0);
    }
}
