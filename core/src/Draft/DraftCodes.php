<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Compare\PriceSheet;

/**
 * The codes of a draft: made of labels where none is told, and found again by label, else by code.
 */
final class DraftCodes
{
    /** @var array<string, string> plain label of an option => its code */
    private array $codes = [];

    /** @var array<string, array<string, string>> code of an option => plain label of a value => its code */
    private array $ofLabels = [];

    /** @var array<string, array<string, string>> code of an option => plain code of a value => its code */
    private array $ofCodes = [];

    /** @var array<string, array<string, int>> code of an option => codes of its values (Names::code) */
    private array $taken = [];

    /** @var array<string, int> codes of options (Names::code) */
    private array $options = [];

    /** @var array<string, string> code of an option => its kind */
    private array $kinds = [];

    public function ofOption(DraftOption $option): string
    {
        $label = $option->label->text();
        $given = $option->facts['code'] ?? null;
        $isCode =
            null !== $given &&
            1 === preg_match('/^[a-z][a-z0-9_]*$/D', $given->text()) &&
            !isset($this->options[$given->text()]);
        $code = $isCode
            ? $given->text()
            : Names::code($given?->text() ?? (LabelCharge::in($label)->name ?? $label), $this->options, true);
        $this->options[$code] ??= 1;
        $this->codes[PriceSheet::plain($label)] ??= $code;
        $this->kinds[$code] = $option->kind?->text() ?? '';

        return $code;
    }

    public function ofValue(string $option, DraftValue $value): string
    {
        $label = $value->label->text();
        $given = $value->facts['code'] ?? null;
        $this->taken[$option] ??= [];
        $taken = &$this->taken[$option];
        $code =
            null !== $given && !isset($taken[$given->text()])
                ? $given->text()
                : Names::code(LabelCharge::in($label)->name ?? $label, $taken, false);
        $taken[$code] ??= 1;
        $this->ofLabels[$option][PriceSheet::plain($label)] ??= $code;
        $this->ofCodes[$option][PriceSheet::plain($code)] ??= $code;

        return $code;
    }

    /** The code of an option that a source names. */
    public function option(string $label): string
    {
        return $this->found($label) ?? throw new \LogicException('A source names an option that it does not tell of.');
    }

    public function kindOf(string $option): string
    {
        return $this->kinds[$option];
    }

    private function found(string $label): ?string
    {
        $plain = PriceSheet::plain($label);

        return $this->codes[$plain] ?? (isset($this->options[$plain]) ? $plain : null);
    }

    /**
     * @return array<string, string> plain label, and plain code, of a value => its code
     */
    private function valuesOf(string $option): array
    {
        return ($this->ofLabels[$option] ?? []) + ($this->ofCodes[$option] ?? []);
    }

    /**
     * @return string|bool|list<string>
     */
    public function answer(string $option, string $label): string|bool|array
    {
        $codes = $this->valuesOf($option);
        $plain = PriceSheet::plain($label);
        $code = $codes[$plain] ?? null;
        foreach (null === $code ? $codes : [] as $own => $known) {
            $code ??= PriceSheet::plain(LabelCharge::in($own)->name ?? $own) === $plain ? $known : null;
        }

        return match ($this->kinds[$option]) {
            'flag' => true === Cells::yes($label),
            'several' => null === $code ? $this->picked($codes, $label) : [$code],
            default => $code ?? $label,
        };
    }

    /**
     * Several values as one cell names them: "Brass; Steel".
     *
     * @param array<string, string> $codes plain label => code
     *
     * @return list<string>
     */
    private function picked(array $codes, string $label): array
    {
        return array_map(
            static fn(string $part): string => $codes[PriceSheet::plain($part)] ?? trim($part),
            explode(';', $label),
        );
    }

    /**
     * A thing of the document with the codes in its condition.
     *
     * @param array<array-key, mixed> $thing
     *
     * @return array<string, mixed>
     */
    public function within(array $thing, string $key): array
    {
        $own = [];
        foreach ($thing as $name => $value) {
            $own[(string) $name] = $name === $key && is_array($value) ? $this->coded($value) : $value;
        }

        return $own;
    }

    /**
     * A condition with codes in place of labels.
     *
     * @param array<array-key, mixed> $condition
     *
     * @return array<string, mixed>
     */
    private function coded(array $condition): array
    {
        if (is_array($condition['exact'] ?? null)) {
            return array_combine(
                array_map(strval(...), array_keys($condition['exact'])),
                array_values($condition['exact']),
            );
        }
        $coded = [];
        foreach ($condition as $key => $own) {
            $coded[(string) $key] = match ($key) {
                'all', 'any' => array_map(
                    fn(mixed $part): array => $this->coded((array) $part),
                    array_values((array) $own),
                ),
                'not' => $this->coded((array) $own),
                default => $own,
            };
        }
        if (is_string($condition['option'] ?? null)) {
            $code = $this->found($condition['option']) ?? $condition['option'];
            $coded['option'] = $code;
            if (is_array($condition['is'] ?? null)) {
                $known = $this->valuesOf($code);
                $codes = array_map(
                    static fn(string $label): string => $known[PriceSheet::plain($label)] ?? $label,
                    array_map(
                        static fn(mixed $label): string => is_string($label) ? $label : '',
                        array_values($condition['is']),
                    ),
                );
                $coded['is'] = 1 === count($codes) ? $codes[0] : $codes;
            }
        }

        return $coded;
    }
}
