<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Support;

use Ithrel\Core\Limit\Input;

/**
 * The tests in conditions, each as it is drawn for random setups and as it is said to clingo.
 */
final class TestForms
{
    /**
     * A test of an option.
     *
     * @param array<string, mixed> $option
     * @param \Closure(int, int): int $int a random number from the one to the other
     * @param \Closure(int): bool $chance yes in so many of a hundred
     *
     * @return array<string, mixed>
     */
    public static function draw(array $option, \Closure $int, \Closure $chance): array
    {
        $code = $option['code'];
        $oneOf = static fn(string ...$list): string => $list[$int(0, count($list) - 1)];
        if ($chance(15) && 'note' !== $option['kind']) {
            return ['option' => $code, 'filled' => $chance(70)];
        }
        switch ($option['kind']) {
            case 'flag':
                return ['option' => $code, 'is' => $chance(70)];
            case 'number':
                return ['option' => $code, $oneOf('atLeast', 'above') => (string) $int(0, 8)] +
                    ($chance(40) ? [$oneOf('atMost', 'below') => (string) $int(4, 10)] : []);
            case 'date':
                return ['option' => $code, $oneOf('atLeast', 'atMost', 'above', 'below') => '+' . $int(0, 7) . 'd'];
            case 'several':
                if ($chance(40)) {
                    return ['option' => $code, 'picks' => [$oneOf('atLeast', 'atMost') => $int(0, 3)]];
                }
            // no break
            case 'one':
            case 'part':
                return [
                    'option' => $code,
                    'is' => $chance(60) ? 'v' . $int(0, 3) : ['v' . $int(0, 2), 'v' . $int(0, 2)],
                ];
            default:
                return ['option' => $code, 'filled' => true];
        }
    }

    /**
     * @param array<string, mixed> $test
     * @param array<string, array<string, mixed>> $options by code
     * @param array<string, list<Input>> $inputs option code => one input of each class
     * @param int $today day number
     *
     * @return list<string> bodies, one of which has to hold
     */
    public static function said(array $test, array $options, array $inputs, int $today): array
    {
        $o = Clingo::term((string) $test['option']);
        $answered = isset($options[$test['option']]) ? sprintf('answered(%s)', $o) : '#false';
        if (isset($test['filled'])) {
            return [($test['filled'] ? '' : 'not ') . $answered];
        }
        if (array_key_exists('is', $test)) {
            return is_bool($test['is'])
                ? [($test['is'] ? '' : 'not ') . $answered]
                : array_map(
                    static fn(string $v): string => sprintf('pick(%s,%s)', $o, Clingo::term($v)),
                    array_values((array) $test['is']),
                );
        }
        if (isset($test['picks'])) {
            return [
                sprintf(
                    '#count{V:pick(%s,V)} >= %d, #count{V:pick(%s,V)} <= %d',
                    $o,
                    $test['picks']['atLeast'] ?? 0,
                    $o,
                    $test['picks']['atMost'] ?? 99,
                ),
            ];
        }
        $bound = static fn(mixed $b): float => 1 === preg_match('/^([+-]\d+)d$/', (string) $b, $m)
            ? (float) ($today + (int) $m[1])
            : (float) $b;
        $bodies = [];
        foreach ($inputs[$test['option']] ?? [] as $class => $input) {
            $number = null === $input->number ? 0.0 : (float) (string) $input->number;
            if (
                (!isset($test['atLeast']) || $number >= $bound($test['atLeast'])) &&
                (!isset($test['atMost']) || $number <= $bound($test['atMost'])) &&
                (!isset($test['above']) || $number > $bound($test['above'])) &&
                (!isset($test['below']) || $number < $bound($test['below']))
            ) {
                $bodies[] = sprintf('ans(%s,c%d)', $o, $class);
            }
        }

        return $bodies;
    }
}
