<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Brick\Math\BigDecimal;

/**
 * Named amounts that charges can refer to: list, trade and shop price, say, one a percentage of another.
 */
final readonly class Levels
{
    /**
     * @param array<string, BigDecimal> $amounts by code, exact
     */
    public function __construct(private array $amounts) {}

    /**
     * @param array<string, array{
     *     BigDecimal|null,
     *     BigDecimal|null,
     *     string|null,
     *     string,
     * }> $given code => amount, or percent and the level it is of; place
     * @param \Closure(string, string): void $problem told of places that cannot be worked out
     */
    public static function of(array $given, \Closure $problem): self
    {
        $amounts = [];
        foreach (array_keys($given) as $code) {
            $factor = BigDecimal::one();
            $seen = [];
            $at = $code;
            while (isset($given[$at]) && null === $given[$at][0]) {
                if (isset($seen[$at])) {
                    $problem(
                        $given[$code][3],
                        sprintf(
                            'The price level "%s" is a percentage of itself, by way of %s.',
                            $code,
                            implode(', ', array_keys($seen)),
                        ),
                    );
                    continue 2;
                }
                $seen[$at] = true;
                $factor = $factor->multipliedBy($given[$at][1] ?? 0)->multipliedBy('0.01');
                $of = $given[$at][2] ?? '';
                if (!isset($given[$of])) {
                    $problem($given[$at][3] . '/of', sprintf('There is no price level "%s".', $of));
                    continue 2;
                }
                $at = $of;
            }
            $amounts[$code] = ($given[$at][0] ?? BigDecimal::zero())->multipliedBy($factor)->strippedOfTrailingZeros();
        }

        return new self($amounts);
    }

    public function amount(string $code): ?BigDecimal
    {
        return $this->amounts[$code] ?? null;
    }

    /**
     * @return list<string>
     */
    public function codes(): array
    {
        return array_map(strval(...), array_keys($this->amounts));
    }
}
