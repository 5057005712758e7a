<?php

declare(strict_types=1);

namespace Ithrel\App\Gate;

use Ithrel\Core\Gate\Gate;
use Ithrel\Core\Gate\GateItem;

/**
 * Findings in the Static Analysis Results Interchange Format, SARIF 2.1.0 (OASIS). Places are JSON Pointers, told as
 * logical locations; what was accepted is suppressed, with its reason.
 */
final class SarifFile
{
    /**
     * @return array<string, mixed>
     */
    public static function of(Gate $gate, string $file): array
    {
        $results = $rules = [];
        foreach ($gate->open as ['item' => $item]) {
            $results[] = self::result($item, $file, GateItem::FORBIDS === $item->weight ? 'error' : 'warning');
            $rules[$item->code] = true;
        }
        foreach ($gate->accepted as ['item' => $item, 'acceptance' => $acceptance]) {
            $results[] = self::result($item, $file, GateItem::FORBIDS === $item->weight ? 'error' : 'warning') + [
                'suppressions' => [
                    [
                        'kind' => 'external',
                        'status' => 'accepted',
                        'justification' => $acceptance->by . ': ' . $acceptance->why,
                    ],
                ],
            ];
            $rules[$item->code] = true;
        }
        foreach ($gate->notes as $note) {
            $results[] = self::result(
                new GateItem(
                    GateItem::FINDING,
                    $note->code,
                    $note->at,
                    $note->message,
                    GateItem::HOLDS,
                    false,
                    $note->code . ' ' . $note->at,
                    '',
                ),
                $file,
                'note',
            );
            $rules[$note->code] = true;
        }

        return [
            '$schema' => 'https://json.schemastore.org/sarif-2.1.0.json',
            'version' => '2.1.0',
            'runs' => [
                [
                    'tool' => [
                        'driver' => [
                            'name' => 'Ithrel',
                            'rules' => array_map(static fn(string $code): array => ['id' => $code], array_keys($rules)),
                        ],
                    ],
                    'columnKind' => 'unicodeCodePoints',
                    'results' => $results,
                ],
            ],
        ];
    }

    /**
     * @return array<string, mixed>
     */
    private static function result(GateItem $item, string $file, string $level): array
    {
        $location = [
            'physicalLocation' => [
                'artifactLocation' => ['uri' => implode('/', array_map(rawurlencode(...), explode('/', $file)))],
            ],
        ];
        if ('' !== $item->at) {
            $location['logicalLocations'] = [['fullyQualifiedName' => $item->at, 'kind' => 'property']];
        }

        return [
            'ruleId' => $item->code,
            'level' => $level,
            'message' => ['text' => $item->words],
            'locations' => [$location],
            'partialFingerprints' => ['ithrel/v1' => $item->known()],
        ];
    }
}
