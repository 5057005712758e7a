<?php

declare(strict_types=1);

namespace Ithrel\Shop;

/**
 * Conditions as the shop reads them, straight from the document.
 *
 * @phpstan-import-type Answers from Form
 */
final readonly class Conditions
{
    /**
     * @param array<string, string> $kinds of the options, by code
     */
    public function __construct(private array $kinds, private Faults $faults, private string $today) {}

    /**
     * @param array<string, mixed>|null $c
     * @param Answers $answers
     */
    public function hold(?array $c, array $answers, int $quantity = 0): bool
    {
        if (null === $c) {
            return true;
        }
        foreach (['all', 'any'] as $how) {
            if (isset($c[$how]) && is_array($c[$how])) {
                $isAll = 'all' === $this->faults->combine($how);
                foreach (Read::maps($c, $how) as $part) {
                    if ($this->hold($part, $answers, $quantity) !== $isAll) {
                        return !$isAll;
                    }
                }

                return $isAll;
            }
        }
        if (isset($c['not']) && is_array($c['not'])) {
            return !$this->hold(Read::map($c, 'not'), $answers, $quantity);
        }
        if (isset($c['quantity']) && is_array($c['quantity'])) {
            return $quantity >= Read::whole($c['quantity'], 'atLeast', 0) &&
                $quantity <= Read::whole($c['quantity'], 'atMost', PHP_INT_MAX);
        }

        return $this->test($c, $answers);
    }

    /**
     * @param array<string, mixed> $c
     * @param Answers $answers
     */
    private function test(array $c, array $answers): bool
    {
        $code = Read::text($c, 'option');
        $answer = $answers[$code] ?? null;
        $kind = $this->kinds[$code] ?? '';
        if (array_key_exists('filled', $c)) {
            return $c['filled'] === (null !== $answer);
        }
        if (array_key_exists('is', $c)) {
            if (is_bool($c['is'])) {
                return $c['is'] === ('flag' === $kind && null !== $answer);
            }
            if ('flag' === $kind) {
                return false;
            }
            $wanted = Read::texts($c, 'is');
            $given = in_array($kind, ['one', 'part', 'several'], true)
                ? array_filter((array) $answer, is_string(...))
                : [];

            return $this->faults->matches([] !== array_intersect($wanted, $given), $wanted, $code, $answers);
        }
        if (isset($c['picks']) && is_array($c['picks'])) {
            $count = 'several' === $kind && is_array($answer) ? count($answer) : 0;

            return $count >= Read::whole($c['picks'], 'atLeast', 0) &&
                $count <= Read::whole($c['picks'], 'atMost', PHP_INT_MAX);
        }
        if (!is_string($answer) || !in_array($kind, ['number', 'date'], true)) {
            return false;
        }
        foreach (['atLeast', 'atMost', 'above', 'below'] as $how) {
            if (!isset($c[$how])) {
                continue;
            }
            $bound = Read::text($c, $how);
            $isDay = 1 === preg_match('/^\d{4}-|d$/', $bound);
            if ($isDay !== ('date' === $kind)) {
                return false;
            }
            $order = $isDay ? strcmp($answer, $this->day($bound)) : Read::typed($answer)?->compareTo($bound);
            // What is no number is on neither side of any.
            if (
                null === $order ||
                !match ($how) {
                    'atLeast' => $order >= 0,
                    'atMost' => $order <= 0,
                    'above' => $order > 0,
                    'below' => $order < 0,
                }
            ) {
                return false;
            }
        }

        return true;
    }

    /** A day as written, or so many days from today. */
    public function day(string $bound): string
    {
        return 1 === preg_match('/^([+-]\d+)d$/', $bound, $m)
            ? (new \DateTimeImmutable($this->today))->modify($m[1] . ' days')->format('Y-m-d')
            : $bound;
    }
}
