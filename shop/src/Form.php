<?php

declare(strict_types=1);

namespace Ithrel\Shop;

/**
 * The product page's form: what is shown and offered, and what a click leads to. Written from the setup document's
 * description alone, as a second reading of it.
 *
 * @phpstan-type File array{name: string, type?: string, bytes?: int, width?: int, height?: int}
 * @phpstan-type Answers array<string, string|true|list<string>|list<File>>
 */
final class Form
{
    /** @var array<string, array<string, mixed>> by code, in display order */
    public readonly array $options;

    public readonly Conditions $conditions;

    /** @var array<string, string> code of an option => its kind */
    private readonly array $kinds;

    /** @var array<string, array<array-key, array<string, mixed>>> code of an option => its values by code */
    public readonly array $values;

    /** @var list<string> codes of the options that may be answered by themselves when they become shown */
    private readonly array $defaulted;

    /**
     * @param array<string, mixed> $document
     */
    public function __construct(public readonly array $document, private readonly Faults $faults, string $today)
    {
        $options = $kinds = $values = $defaulted = [];
        foreach (Read::maps($document, 'options') as $option) {
            $code = Read::text($option, 'code');
            $options[$code] = $option;
            $kinds[$code] = Read::text($option, 'kind');
            $values[$code] = [];
            foreach (Read::maps($option, 'values') as $value) {
                $values[$code][Read::text($value, 'code')] = $value;
            }
            if (isset($option['default']) || in_array(true, array_column($values[$code], 'default'), true)) {
                $defaulted[] = $code;
            }
        }
        [$this->options, $this->kinds, $this->values, $this->defaulted] = [$options, $kinds, $values, $defaulted];
        $this->conditions = new Conditions($kinds, $faults, $today);
    }

    /**
     * @param Answers $answers
     */
    public function isShown(string $code, array $answers): bool
    {
        return $this->faults->shown(
            $this->conditions->hold(Read::mapOrNull($this->options[$code], 'shownWhen'), $answers),
            $code,
        );
    }

    /**
     * @param Answers $answers
     *
     * @return list<string> codes of the values that can be chosen now
     */
    public function offered(string $code, array $answers): array
    {
        return array_values(
            array_filter(
                array_map(strval(...), array_keys($this->values[$code])),
                fn(string $value): bool => $this->isOffered($code, $value, $answers),
            ),
        );
    }

    /**
     * @param Answers $answers
     */
    private function isOffered(string $code, string $value, array $answers): bool
    {
        $known = $this->values[$code][$value] ?? null;

        return null !== $known &&
            true !== ($known['hidden'] ?? false) &&
            $this->conditions->hold(Read::mapOrNull($known, 'allowedWhen'), $answers);
    }

    public function isChoice(string $code): bool
    {
        return match ($this->kinds[$code] ?? '') {
            'one', 'part', 'several' => true,
            default => false,
        };
    }

    /**
     * @return Answers
     */
    public function opening(): array
    {
        return $this->settled([], []);
    }

    /**
     * @param Answers $answers
     * @param string|true|list<string>|list<File>|null $answer null empties it
     *
     * @return Answers
     */
    public function click(array $answers, string $code, string|bool|array|null $answer): array
    {
        $before = [];
        foreach (array_keys($this->options) as $each) {
            $before[$each] = $this->isShown($each, $answers);
        }
        $given = $answers;
        if (null === $answer || [] === $answer || (is_string($answer) && '' === trim($answer))) {
            unset($answers[$code]);
        } else {
            $answers[$code] = $answer;
        }
        $after = $this->settled($this->ordered($answers), $before);
        $this->faults->clicked($given, $after, $code);

        return $after;
    }

    /**
     * What no longer fits goes, in display order and again until nothing changes; then what became shown takes its
     * default.
     *
     * @param Answers $answers
     * @param array<string, bool> $shownBefore
     *
     * @return Answers
     */
    private function settled(array $answers, array $shownBefore): array
    {
        while (true) {
            $answers = $this->fitting($answers);
            $code = $this->firstWithDefault($answers, $shownBefore);
            if (null === $code) {
                return $answers;
            }
            foreach (array_keys($this->options) as $each) {
                if ($each === $code) {
                    break;
                }
                $shownBefore[$each] = ($shownBefore[$each] ?? false) || $this->isShown($each, $answers);
            }
            $shownBefore[$code] = true;
            $answers = $this->ordered([$code => $this->defaultOf($code, $answers)] + $answers);
        }
    }

    /**
     * @param Answers $answers
     *
     * @return Answers
     */
    public function fitting(array $answers): array
    {
        do {
            $changed = false;
            foreach (array_keys($answers) as $code) {
                if (!isset($this->options[$code]) || !$this->isShown($code, $answers)) {
                    unset($answers[$code]);
                    $changed = true;
                    continue;
                }
                if (!$this->isChoice($code)) {
                    continue;
                }
                $given = array_values(array_filter((array) $answers[$code], is_string(...)));
                $kept = array_values(
                    array_filter($given, fn(string $value): bool => $this->isOffered($code, $value, $answers)),
                );
                if ($kept !== $given) {
                    $changed = true;
                    if ([] === $kept) {
                        unset($answers[$code]);
                    } else {
                        $answers[$code] = is_array($answers[$code]) ? $kept : $kept[0];
                    }
                }
            }
        } while ($changed);

        return $answers;
    }

    /**
     * @param Answers $answers
     * @param array<string, bool> $shownBefore
     */
    private function firstWithDefault(array $answers, array $shownBefore): ?string
    {
        foreach ($this->defaulted as $code) {
            if (
                !($shownBefore[$code] ?? false) &&
                !isset($answers[$code]) &&
                $this->isShown($code, $answers) &&
                null !== $this->defaultOf($code, $answers)
            ) {
                return $code;
            }
        }

        return null;
    }

    /**
     * @param Answers $answers
     *
     * @return string|true|list<string>|null
     */
    private function defaultOf(string $code, array $answers): string|bool|array|null
    {
        $option = $this->options[$code];
        if ('flag' === $this->kinds[$code]) {
            return true === ($option['default'] ?? false) ? true : null;
        }
        if ($this->isChoice($code)) {
            $isSeveral = 'several' === $this->kinds[$code];
            $defaults = array_keys(
                array_filter($this->values[$code], static fn(array $v): bool => true === ($v['default'] ?? false)),
            );
            $kept = array_values(
                array_filter(
                    array_map(strval(...), $isSeveral ? $defaults : array_slice($defaults, 0, 1)),
                    fn(string $value): bool => $this->isOffered($code, $value, $answers),
                ),
            );

            return [] === $kept ? null : ($isSeveral ? $kept : $kept[0]);
        }
        $default = isset($option['default']) ? Read::text($option, 'default') : null;

        return null === $default || [] !== (new Inputs($this, $this->faults))->problems($code, $default)
            ? null
            : $default;
    }

    /**
     * @param array<string, mixed> $answers
     *
     * @return Answers in display order; picks of a several in value order
     */
    public function ordered(array $answers): array
    {
        $ordered = [];
        foreach (array_keys($this->options) as $code) {
            if (!isset($answers[$code])) {
                continue;
            }
            $answer = $answers[$code];
            if ('several' === $this->kinds[$code] && is_array($answer)) {
                $codes = array_map(strval(...), array_keys($this->values[$code]));
                $answer = array_values(array_intersect($codes, array_filter($answer, is_string(...))));
            }
            /** @var string|true|list<string>|list<File> $answer */
            $ordered[$code] = $answer;
        }

        return $ordered;
    }
}
