<?php

declare(strict_types=1);

namespace Ithrel\Shop\Http;

use Ithrel\Shop\Read;

/**
 * The items the shop sells: one file each, with the setup document as it was published.
 */
final readonly class Catalogue
{
    public function __construct(private string $folder) {}

    /**
     * @return string|null the document's bytes
     */
    public function document(string $id): ?string
    {
        $file = $this->folder . '/' . $id . '.json';
        $text = 1 === preg_match('/^[a-z0-9]{1,64}$/D', $id) && is_file($file) ? file_get_contents($file) : false;

        return false === $text ? null : $text;
    }

    /**
     * @return string|null why it is not taken
     */
    public function publish(string $id, string $document): ?string
    {
        // The mark with which some editors begin a file is no part of it.
        $document = str_starts_with($document, "\u{FEFF}") ? substr($document, 3) : $document;
        $data = json_decode($document, true, 128);
        if (!is_array($data) || !isset($data['item'], $data['options']) || !is_array($data['options'])) {
            return 'This is no setup document: it has no item or no options.';
        }
        if (!is_dir($this->folder)) {
            @mkdir($this->folder, 0o700, true);
        }
        // Written aside and moved into place, so that no reader meets half a file.
        $aside = $this->folder . '/' . $id . '.' . bin2hex(random_bytes(6));
        file_put_contents($aside, $document);
        rename($aside, $this->folder . '/' . $id . '.json');

        return null;
    }

    /**
     * @return list<array{id: string, name: string, sku: string}> by name
     */
    public function items(): array
    {
        $files = glob($this->folder . '/*.json');
        $items = [];
        foreach (false === $files ? [] : $files as $file) {
            $data = json_decode((string) file_get_contents($file), true, 128);
            $item = Read::map(is_array($data) ? $data : [], 'item');
            $items[] = [
                'id' => basename($file, '.json'),
                'name' => Read::text($item, 'name'),
                'sku' => Read::text($item, 'sku'),
            ];
        }
        usort($items, static fn(array $a, array $b): int => [$a['name'], $a['id']] <=> [$b['name'], $b['id']]);

        return $items;
    }
}
