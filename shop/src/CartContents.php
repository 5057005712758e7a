<?php

declare(strict_types=1);

namespace Ithrel\Shop;

use Brick\Math\BigDecimal;

/**
 * What a line carries beside its price: SKU, weight, points, picture, and the answers that each stage shows.
 *
 * @phpstan-import-type Answers from Form
 */
final readonly class CartContents
{
    private const STAGES = ['page', 'cart', 'checkout', 'order'];

    public function __construct(private Form $form, private Faults $faults, private Stock $stock) {}

    /**
     * @param Answers $answers
     * @param array<string, mixed>|null $row
     */
    public function sku(array $answers, ?array $row): string
    {
        if (isset($row['sku'])) {
            return Read::text($row, 'sku');
        }
        $sku = Read::text(Read::map($this->form->document, 'item'), 'sku');
        foreach ($answers as $code => $answer) {
            foreach ($this->stock->values($code, $answer) as $value) {
                $sku .= isset($value['sku']) ? '-' . Read::text($value, 'sku') : '';
            }
        }

        return $sku;
    }

    /**
     * @param Answers $answers
     * @param array<string, mixed>|null $row
     *
     * @return array{weight: string, points: string, image: string|null}
     */
    public function measures(array $answers, ?array $row): array
    {
        $item = Read::map($this->form->document, 'item');
        $parts = [];
        foreach (Read::maps($this->form->document, 'parts') as $part) {
            $parts[Read::text($part, 'sku')] = $part;
        }
        $weight = Read::decimal($row ?? [], 'weight') ?? (Read::decimal($item, 'weight') ?? BigDecimal::zero());
        $points = Read::decimal($item, 'points') ?? BigDecimal::zero();
        $image = null;
        foreach ($answers as $code => $answer) {
            foreach ($this->stock->values($code, $answer) as $value) {
                $part = 'own' === ($value['line'] ?? '') ? [] : $parts[Read::text($value, 'item')] ?? [];
                foreach ([$value, $part] as $thing) {
                    $weight = $this->faults->weight($weight, Read::decimal($thing, 'weight') ?? BigDecimal::zero());
                    $points = $points->plus(Read::decimal($thing, 'points') ?? 0);
                }
                $image = isset($value['image']) ? Read::text($value, 'image') : $image;
            }
        }
        $base = isset($item['image']) ? Read::text($item, 'image') : null;
        $image ??= isset($row['image']) ? Read::text($row, 'image') : $base;

        return [
            'weight' => (string) $weight->strippedOfTrailingZeros(),
            'points' => (string) $points->strippedOfTrailingZeros(),
            'image' => $this->faults->image($image, $base),
        ];
    }

    /**
     * @param Answers $answers
     *
     * @return array<string, list<array{label: string, value: string}>>
     */
    public function entries(array $answers): array
    {
        $carried = $this->faults->carriedAnswers($answers, $this->form);
        $entries = array_fill_keys(self::STAGES, []);
        foreach ($carried as $code => $answer) {
            $option = $this->form->options[$code];
            $entry = [
                'label' => Read::text($option, 'label', $code),
                'value' => $this->faults->carried($this->carried($code, $answer), $option, $answer),
            ];
            foreach (isset($option['stages']) ? Read::texts($option, 'stages') : self::STAGES as $stage) {
                $entries[$stage][] = $entry;
            }
        }
        foreach (Read::maps(Read::map($this->form->document, 'item'), 'data') as $data) {
            $entry = [
                'label' => Read::text($data, 'label', Read::text($data, 'code')),
                'value' => Read::text($data, 'value'),
            ];
            $stages = isset($data['stages']) ? Read::texts($data, 'stages') : self::STAGES;
            foreach ($this->faults->dataStages($stages) as $stage) {
                $entries[$stage][] = $entry;
            }
        }
        foreach (self::STAGES as $stage) {
            $entries[$stage] = $this->faults->entries($entries[$stage], $stage);
        }

        return array_intersect_key($entries, array_flip(self::STAGES));
    }

    private function carried(string $code, mixed $answer): string
    {
        $option = $this->form->options[$code];

        return match (Read::text($option, 'kind')) {
            'flag' => 'Yes',
            'one', 'part', 'several' => implode(
                '; ',
                array_map(
                    static fn(array $v): string => Read::text($v, 'label', Read::text($v, 'code')),
                    $this->stock->values($code, $answer),
                ),
            ),
            default => Inputs::carried($option, $answer),
        };
    }
}
