<?php

declare(strict_types=1);

namespace Ithrel\Core\Scope;

use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\Problem;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * How much a shop takes: most options, values an option, variant rows, characters of a label. Read out of shop/1:
 * {"ithrel": "shop/1", "name": "…", "ceilings": {"options": 50, "values": 100, "rows": 2000, "characters": 250}}.
 */
final readonly class Ceilings
{
    private const KEYS = ['options', 'values', 'rows', 'characters'];

    /**
     * @param string|null $shop its name
     */
    private function __construct(
        public ?string $shop,
        private ?int $options,
        private ?int $values,
        private ?int $rows,
        private ?int $characters,
    ) {}

    /**
     * @throws UnreadableDocument
     */
    public static function read(string $text): self
    {
        $shop = JsonText::decode($text);
        if (
            !($shop instanceof \stdClass) ||
            'shop/1' !== ($shop->ithrel ?? null) ||
            !(($shop->ceilings ?? null) instanceof \stdClass)
        ) {
            throw UnreadableDocument::at(
                '',
                'A JSON object with "ithrel": "shop/1" and an object "ceilings" was expected.',
            );
        }
        $problems = $found = [];
        foreach (get_object_vars($shop->ceilings) as $key => $most) {
            if (!in_array($key, self::KEYS, true)) {
                $problems[] = new Problem(
                    '/ceilings/' . $key,
                    sprintf('There is no such ceiling; there are %s.', implode(', ', self::KEYS)),
                );
            } elseif (null !== $most && (!is_int($most) || $most < 0)) {
                $problems[] = new Problem('/ceilings/' . $key, 'A whole number was expected.');
            } else {
                $found[$key] = $most;
            }
        }
        if ([] !== $problems) {
            throw new UnreadableDocument($problems);
        }

        return new self(
            is_string($shop->name ?? null) ? $shop->name : null,
            ...array_map(static fn(string $key): ?int => $found[$key] ?? null, self::KEYS),
        );
    }

    /**
     * @return list<Finding> ceiling.reached, one for each place that has more than the shop takes
     */
    public function findings(Setup $setup): array
    {
        $findings = [];
        $reach = function (string $at, int $count, ?int $most, string $what) use (&$findings): void {
            if (null !== $most && $count > $most) {
                $findings[] = new Finding(
                    'ceiling.reached',
                    Severity::Warning,
                    $at,
                    sprintf('%s; %s takes %d.', $what, $this->shop ?? 'the shop it is meant for', $most),
                    ['count' => $count, 'most' => $most],
                );
            }
        };
        $reach(
            '/options',
            count($setup->options),
            $this->options,
            sprintf('The setup has %d options', count($setup->options)),
        );
        foreach ($setup->options as $option) {
            $reach(
                $option->at . '/values',
                count($option->values),
                $this->values,
                sprintf('%s has %d values', $option->name(), count($option->values)),
            );
            foreach ($this->labels($option) as $at => $label) {
                $reach(
                    $at,
                    mb_strlen($label),
                    $this->characters,
                    sprintf('“%s” has %d characters', mb_strimwidth($label, 0, 40, '…'), mb_strlen($label)),
                );
            }
        }
        $rows = count($setup->variants->rows ?? []);
        $reach('/variants/rows', $rows, $this->rows, sprintf('The setup has %d variant rows', $rows));

        return $findings;
    }

    /**
     * @return array<string, string> place => label
     */
    private function labels(Option $option): array
    {
        $labels = [$option->at . '/label' => $option->label];
        foreach (
            $option->kind->isPick() || \Ithrel\Core\Setup\Kind::Several === $option->kind ? $option->values : []
            as $value
        ) {
            $labels[$value->at . '/label'] = $value->label;
        }

        return $labels;
    }
}
