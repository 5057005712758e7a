<?php

declare(strict_types=1);

namespace Ithrel\Shop\Http;

use Ithrel\Shop\Inputs;
use Ithrel\Shop\Read;
use Ithrel\Shop\Shop;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;

/**
 * The product page for people: each option as a field of a form, with the constraints that a browser knows by itself.
 */
final readonly class ProductPage
{
    public function __construct(private Shop $shop) {}

    /**
     * @return list<array<string, mixed>> fields in display order
     */
    public function fields(int $quantity): array
    {
        $fields = [];
        foreach (Read::maps($this->shop->page($quantity), 'options') as $state) {
            $code = Read::text($state, 'code');
            $option = $this->shop->form()->options[$code];
            $offered = Read::texts($state, 'offered');
            $answer = $state['answer'] ?? null;
            $values = [];
            foreach (Read::maps($option, 'values') as $value) {
                $each = Read::text($value, 'code');
                if (true !== ($value['hidden'] ?? false)) {
                    $values[] = [
                        'code' => $each,
                        'label' => Read::text($value, 'label', $each),
                        'offered' => in_array($each, $offered, true),
                        'chosen' => in_array($each, is_array($answer) ? $answer : [$answer], true),
                    ];
                }
            }
            $fields[] = [
                'code' => $code,
                'kind' => Read::text($option, 'kind'),
                'type' => Inputs::type(Read::text($option, 'kind')),
                'label' => Read::text($option, 'label', $code),
                'help' => Read::text($option, 'help'),
                'shown' => true === $state['shown'],
                'required' => true === $state['required'],
                // A label that was entered with its mark does not get a second one.
                'mark' =>
                    true === $state['required'] && !str_ends_with(rtrim(Read::text($option, 'label', $code)), '*')
                        ? ' *'
                        : '',
                'listed' => 'list' === Read::text($option, 'control', 'list'),
                'values' => $values,
                'answer' => $answer,
                'attributes' => Inputs::attributes($option),
                'lines' => Read::whole(
                    Read::map($option, 'lines'),
                    'max',
                    'area' === Read::text($option, 'control') ? 4 : 1,
                ),
                'unit' => Read::text($option, 'unit'),
            ];
        }

        return $fields;
    }

    /**
     * The answers of a form that was sent without the page's script.
     *
     * @return array<string, mixed>
     */
    public function sent(Request $request): array
    {
        $fields = $request->request->all('f');
        $files = $request->files->all('f');
        $answers = [];
        foreach ($this->shop->form()->options as $code => $option) {
            $given = $fields[$code] ?? null;
            if ('file' === Read::text($option, 'kind')) {
                $given = array_values(
                    array_map(
                        $this->file(...),
                        array_filter(
                            is_array($files[$code] ?? null) ? $files[$code] : [],
                            static fn(mixed $f): bool => $f instanceof UploadedFile,
                        ),
                    ),
                );
            }
            if ('flag' === Read::text($option, 'kind')) {
                $given = null === $given ? null : true;
            }
            if (null !== $given && [] !== $given && (!is_string($given) || '' !== trim($given))) {
                $answers[$code] = $given;
            }
        }

        return $answers;
    }

    /**
     * @return array{name: string, type: string, bytes: int, width?: int, height?: int}
     */
    private function file(UploadedFile $file): array
    {
        $size = @getimagesize($file->getPathname());

        return [
            'name' => $file->getClientOriginalName(),
            'type' => $file->getClientMimeType(),
            'bytes' => (int) $file->getSize(),
        ] + (false === $size ? [] : ['width' => $size[0], 'height' => $size[1]]);
    }
}
