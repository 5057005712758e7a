<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Support;

use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Setup;

/**
 * Counts combinations with clingo, the answer set solver of the University of Potsdam (Debian package
 * gringo): the setup document is written as a logic program of its own, read from the JSON, not from core's objects.
 * Only the permitted members of each class of input are taken from core.
 *
 * For setups without circles, where clicks reach every consistent state.
 */
final class Clingo
{
    /** @var array{resource, resource} to the solver, and from it */
    private static array $pipes;

    /** @var resource|null it ends when this is let go of */
    private static mixed $process = null;

    /** @var list<string> */
    private array $rules = [];
    private int $conditions = 0;

    /** Whether only active options can be answered, and have to be. */
    private bool $onlyActive = false;

    /** @var array<string, array<string, mixed>> */
    private array $options = [];

    /**
     * @param array<string, mixed> $document
     * @param array<string,list<Input>> $inputs option code => one input of each class
     */
    private function __construct(
        private readonly array $document,
        private readonly array $inputs,
        private readonly int $today,
    ) {}

    /**
     * The logic program of the form, and what stock adds to it.
     *
     * @param array<string, mixed> $document
     * @param array<string,list<Input>> $inputs
     *
     * @return array{string, string}
     */
    public static function programs(array $document, array $inputs, Setup $setup): array
    {
        /** @var array<string, mixed> $plain */
        $plain = json_decode(json_encode($document, JSON_THROW_ON_ERROR), true, 512, JSON_THROW_ON_ERROR);
        $self = new self($plain, $inputs, $setup->today->day);

        return [$self->program(), $self->stock()];
    }

    /**
     * All that can be told of a small setup without circles.
     *
     * @param array<string, mixed> $document
     * @param array<string,list<Input>> $inputs
     * @param list<string> $walk codes of the options that trails answer, in walk order
     *
     * @return array{
     *     offered: list<string>,
     *     selectable: list<string>,
     *     traps: int,
     * }  combinations as sorted "option=value;…"
     */
    public static function findings(array $document, array $inputs, Setup $setup, array $walk): array
    {
        [$form, $stock] = self::programs($document, $inputs, $setup);
        $form = str_replace('#show pick/2.', '#show ans/2.', $form);
        $choices = static fn(array $answers): string => implode(
            ';',
            array_filter(
                $answers,
                static fn(string $a): bool => !isset($inputs[strtok($a, '=')]) || [] === $inputs[strtok($a, '=')],
            ),
        );
        $states = self::answers($form . $stock);
        $live = [];
        foreach ($states as $state) {
            foreach (range(0, count($walk)) as $k) {
                $live[$k][self::beginning($state, array_slice($walk, 0, $k))] = true;
            }
        }
        $traps = 0;
        foreach (
            [] === $states || [] === $walk ? [] : self::answers(self::trailsOf($document, $inputs, $setup, $walk))
            as $trail
        ) {
            $k = (int) substr(
                (string) current(array_filter($trail, static fn(string $a): bool => str_starts_with($a, '#'))),
                1,
            );
            $before = self::beginning($trail, array_slice($walk, 0, $k - 1));
            $after = self::beginning($trail, array_slice($walk, 0, $k));
            $traps += isset($live[$k - 1][$before]) && !isset($live[$k][$after]) ? 1 : 0;
        }
        $distinct = static function (array $states) use ($choices): array {
            $keys = array_values(array_unique(array_map($choices, $states)));
            sort($keys);

            return $keys;
        };

        return ['offered' => $distinct(self::answers($form)), 'selectable' => $distinct($states), 'traps' => $traps];
    }

    /**
     * Every trail of every length: only its options are active, the later ones are without answer.
     *
     * @param array<string, mixed> $document
     * @param array<string,list<Input>> $inputs
     * @param list<string> $walk
     */
    private static function trailsOf(array $document, array $inputs, Setup $setup, array $walk): string
    {
        /** @var array<string, mixed> $plain */
        $plain = json_decode(json_encode($document, JSON_THROW_ON_ERROR), true, 512, JSON_THROW_ON_ERROR);
        $self = new self($plain, $inputs, $setup->today->day);
        $self->onlyActive = true;
        $places = '';
        foreach ($walk as $i => $code) {
            $places .= sprintf("place(%s,%d).\n", self::term($code), $i + 1);
        }

        return str_replace('#show pick/2.', '#show ans/2. #show length/1.', $self->program()) .
            $places .
            sprintf("1 {length(1..%d)} 1.\nactive(O) :- place(O,P), length(L), P <= L.\n", count($walk));
    }

    /**
     * @param list<string> $state
     * @param list<string> $walk
     */
    private static function beginning(array $state, array $walk): string
    {
        return implode(';', array_filter($state, static fn(string $a): bool => in_array(strtok($a, '='), $walk, true)));
    }

    /**
     * @return list<list<string>> the models, each as its answers "option=value" (and "#length"), sorted
     */
    private static function answers(string $program): array
    {
        $answers = [];
        foreach (self::solve($program) as $model) {
            preg_match_all(
                '/ans\(k(\w+),(\w+)\)|length\((\d+)\)/',
                $model,
                $atoms,
                PREG_SET_ORDER | PREG_UNMATCHED_AS_NULL,
            );
            $list = array_map(
                static fn(array $a): string => null === $a[1] ? '#' . $a[3] : $a[1] . '=' . $a[2],
                $atoms,
            );
            sort($list);
            $answers[] = $list;
        }

        return $answers;
    }

    public static function isInstalled(): bool
    {
        return is_executable('/usr/bin/clingo');
    }

    /**
     * One solver solves all programs: to start one takes longer than the solving.
     *
     * @return list<string> the models, each as what it shows
     */
    private static function solve(string $program): array
    {
        self::$process ?? self::start();
        fwrite(self::$pipes[0], strlen($program) . "\n" . $program);
        $models = [];
        while ("done\n" !== ($line = fgets(self::$pipes[1]))) {
            if (false === $line) {
                throw new \RuntimeException('clingo ended with this program: ' . $program);
            }
            $models[] = $line;
        }

        return $models;
    }

    private static function start(): void
    {
        $process = proc_open(
            ['/usr/bin/clingo', '--outf=3', __DIR__ . '/clingo.lp'],
            [['pipe', 'r'], ['pipe', 'w'], ['file', '/dev/null', 'w']],
            $pipes,
        );
        if (!is_resource($process)) {
            throw new \RuntimeException('clingo does not start.');
        }
        [self::$process, self::$pipes] = [$process, [$pipes[0], $pipes[1]]];
    }

    private function program(): string
    {
        /** @var list<array<string, mixed>> $options */
        $options = $this->document['options'];
        foreach ($options as $option) {
            $this->options[(string) $option['code']] = $option;
        }
        foreach ($options as $option) {
            $code = (string) $option['code'];
            $o = self::term($code);
            $this->rules[] = isset($option['shownWhen'])
                ? sprintf('shown(%s) :- %s.', $o, $this->condition($option['shownWhen']))
                : sprintf('shown(%s).', $o);
            if ('note' === $option['kind']) {
                continue;
            }
            $answers = [];
            if (isset($this->inputs[$code])) {
                foreach (array_keys($this->inputs[$code]) as $class) {
                    $answers[] = 'c' . $class;
                }
            } else {
                foreach (
                    'flag' === $option['kind'] ? [['code' => 'yes']] : (array) ($option['values'] ?? [])
                    as $value
                ) {
                    if (true === ($value['hidden'] ?? false)) {
                        continue;
                    }
                    $v = self::term((string) $value['code']);
                    $answers[] = $v;
                    $this->rules[] = sprintf('pick(%s,%s) :- ans(%s,%s).', $o, $v, $o, $v);
                    if (isset($value['allowedWhen'])) {
                        $this->rules[] = sprintf(
                            ':- ans(%s,%s), not %s.',
                            $o,
                            $v,
                            $this->condition($value['allowedWhen']),
                        );
                    }
                }
            }
            $set = implode(';', array_map(static fn(string $a): string => sprintf('ans(%s,%s)', $o, $a), $answers));
            if ([] !== $answers) {
                $this->rules[] = sprintf(
                    '{%s}%s :- shown(%s)%s.',
                    $set,
                    'several' === $option['kind'] ? '' : ' 1',
                    $o,
                    $this->onlyActive ? sprintf(', active(%s)', $o) : '',
                );
                $this->rules[] = sprintf('answered(%s) :- ans(%s,_).', $o, $o);
            }
            if (true === ($option['required'] ?? false)) {
                $this->rules[] = sprintf(
                    ':- shown(%s), not answered(%s)%s.',
                    $o,
                    $o,
                    $this->onlyActive ? sprintf(', active(%s)', $o) : '',
                );
            }
            if (isset($option['picks'])) {
                $this->rules[] = sprintf(
                    ':- answered(%s), #count{V:ans(%s,V)} < %d.',
                    $o,
                    $o,
                    $option['picks']['min'] ?? 0,
                );
                if (isset($option['picks']['max'])) {
                    $this->rules[] = sprintf(':- #count{V:ans(%s,V)} > %d.', $o, $option['picks']['max']);
                }
            }
        }

        return implode("\n", $this->rules) .
            "\nans(none,none) :- answered(none). answered(none) :- ans(none,none). " .
            "pick(none,none) :- ans(none,none). shown(none) :- ans(none,none).\n#show " .
            "pick/2.\n";
    }

    private function stock(): string
    {
        $min = $this->document['quantity']['min'] ?? 1;
        $enough = fn(array $thing): bool => !isset($thing['stock']) ||
            true === ($this->document['item']['backorder'] ?? false) ||
            $thing['stock'] >= $min;
        $rules = [];
        if (!$enough($this->document['item'])) {
            return ":- not impossible.\n";
        }
        $parts = array_column($this->document['parts'] ?? [], null, 'sku');
        foreach ($this->options as $code => $option) {
            foreach ($option['values'] ?? [] as $value) {
                if (!$enough($value) || (isset($value['item']) && !$enough($parts[$value['item']] ?? []))) {
                    $rules[] = sprintf(
                        ':- ans(%s,%s).',
                        self::term((string) $code),
                        self::term((string) $value['code']),
                    );
                }
            }
        }
        if (isset($this->document['variants'])) {
            $earlier = [];
            foreach ($this->document['variants']['rows'] as $row) {
                $body = [];
                foreach ($this->document['variants']['by'] as $code) {
                    $o = self::term((string) $code);
                    $wanted = $row['pick'][$code] ?? [];
                    $wanted = true === $wanted ? ['yes'] : (false === $wanted ? [] : (array) $wanted);
                    foreach ($wanted as $value) {
                        $body[] = sprintf('pick(%s,%s)', $o, self::term((string) $value));
                    }
                    $body[] = sprintf('#count{V:pick(%s,V)} = %d', $o, count($wanted));
                }
                $key = implode(', ', $body);
                if (!isset($earlier[$key]) && $enough($row)) {
                    $rules[] = sprintf('row :- %s.', '' === $key ? '#true' : $key);
                }
                $earlier[$key] = true;
            }
            $rules[] = ':- not row.';
        }

        return implode("\n", $rules) . "\n";
    }

    /**
     * @param array<string, mixed> $c
     */
    private function condition(array $c): string
    {
        $name = 'c(' . ++$this->conditions . ')';
        if (isset($c['all'])) {
            $this->rules[] = sprintf(
                '%s :- %s.',
                $name,
                [] === $c['all'] ? '#true' : implode(', ', array_map($this->condition(...), $c['all'])),
            );
        } elseif (isset($c['any'])) {
            foreach ($c['any'] as $part) {
                $this->rules[] = sprintf('%s :- %s.', $name, $this->condition($part));
            }
            $this->rules[] = sprintf('%s :- #false.', $name);
        } elseif (isset($c['not'])) {
            $this->rules[] = sprintf('%s :- not %s.', $name, $this->condition($c['not']));
        } else {
            foreach (TestForms::said($c, $this->options, $this->inputs, $this->today) as $body) {
                $this->rules[] = sprintf('%s :- %s.', $name, $body);
            }
            $this->rules[] = sprintf('%s :- #false.', $name);
        }

        return $name;
    }

    public static function term(string $code): string
    {
        return 'k' . $code;
    }
}
