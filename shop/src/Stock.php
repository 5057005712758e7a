<?php

declare(strict_types=1);

namespace Ithrel\Shop;

/**
 * Variant rows, and what is sold out.
 *
 * @phpstan-import-type Answers from Form
 */
final readonly class Stock
{
    public function __construct(private Form $form) {}

    /**
     * @param Answers $answers
     *
     * @return array<string, mixed>|null
     */
    public function row(array $answers): ?array
    {
        $variants = Read::map($this->form->document, 'variants');
        $by = Read::texts($variants, 'by');
        foreach (Read::maps($variants, 'rows') as $row) {
            $pick = Read::map($row, 'pick');
            foreach ($by as $code) {
                $wanted = $pick[$code] ?? [];
                $wanted =
                    false === $wanted
                        ? []
                        : (true === $wanted
                            ? ['yes']
                            : array_values(
                                array_unique(array_map(strval(...), array_filter((array) $wanted, is_string(...)))),
                            ));
                $kind = Read::text($this->form->options[$code] ?? [], 'kind');
                $given =
                    !in_array($kind, ['one', 'part', 'several', 'flag'], true) || !isset($answers[$code])
                        ? []
                        : (true === $answers[$code]
                            ? ['yes']
                            : array_filter((array) $answers[$code], is_string(...)));
                sort($wanted);
                sort($given);
                if ($wanted !== $given) {
                    continue 2;
                }
            }

            return $row;
        }

        return null;
    }

    /**
     * @param Answers $answers
     *
     * @return list<string> what is not to be had: option codes, "item" or "row"
     */
    public function missing(array $answers): array
    {
        $missing = [];
        if (!$this->isEnough(Read::map($this->form->document, 'item'))) {
            $missing[] = 'item';
        }
        $parts = [];
        foreach (Read::maps($this->form->document, 'parts') as $part) {
            $parts[Read::text($part, 'sku')] = $part;
        }
        foreach ($answers as $code => $answer) {
            foreach ($this->values($code, $answer) as $value) {
                if (
                    !$this->isEnough($value) ||
                    (isset($value['item']) && !$this->isEnough($parts[Read::text($value, 'item')] ?? []))
                ) {
                    $missing[] = $code;
                }
            }
        }
        if (isset($this->form->document['variants'])) {
            $row = $this->row($answers);
            if (null === $row || !$this->isEnough($row)) {
                $missing[] = 'row';
            }
        }

        return array_values(array_unique($missing));
    }

    /**
     * @return list<array<string, mixed>> the chosen values as the document has them
     */
    public function values(string $code, mixed $answer): array
    {
        $option = $this->form->options[$code];
        if ('flag' === Read::text($option, 'kind')) {
            return [Read::map($option, 'yes') + ['code' => 'yes', 'label' => Read::text($option, 'label', $code)]];
        }
        if (!$this->form->isChoice($code)) {
            return [];
        }
        if (is_string($answer)) {
            return isset($this->form->values[$code][$answer]) ? [$this->form->values[$code][$answer]] : [];
        }

        return array_values(
            array_filter(
                $this->form->values[$code],
                static fn(int|string $value): bool => in_array((string) $value, (array) $answer, true),
                ARRAY_FILTER_USE_KEY,
            ),
        );
    }

    /**
     * @param array<string, mixed> $thing
     */
    private function isEnough(array $thing): bool
    {
        return !isset($thing['stock']) ||
            true === (Read::map($this->form->document, 'item')['backorder'] ?? false) ||
            true ===
                Read::decimal($thing, 'stock')?->isGreaterThanOrEqualTo(
                    Read::whole(Read::map($this->form->document, 'quantity'), 'min', 1),
                );
    }
}
