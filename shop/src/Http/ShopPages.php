<?php

declare(strict_types=1);

namespace Ithrel\Shop\Http;

use Ithrel\Shop\Read;
use Ithrel\Shop\Shop;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Twig\Environment;

/**
 * What the shop answers with: pages of a face, with the faults that the address names, or problems.
 */
final readonly class ShopPages
{
    /**
     * @param list<string> $faults
     * @param string $face one of Front::FACES, or '' for a plain form
     * @param string $prefix of the shop's addresses
     */
    public function __construct(
        private Environment $pages,
        public array $faults = [],
        public string $face = '',
        public string $prefix = '',
    ) {}

    /**
     * @param list<string> $faults
     */
    public function with(array $faults, string $face, string $prefix): self
    {
        return new self($this->pages, $faults, $face, $prefix);
    }

    /**
     * @return array<string, string>
     */
    public function links(string $id): array
    {
        return [
            'clicks' => $this->prefix . '/items/' . $id . '/clicks',
            'form' => $this->prefix . '/items/' . $id . '/cart',
            'express' => $this->prefix . '/items/' . $id . '/express',
            'cart' => $this->prefix . '/cart',
            'checkout' => $this->prefix . '/checkout',
            'order' => $this->prefix . '/order',
        ];
    }

    /**
     * @param list<array{field: string, message: string}> $problems
     */
    public function product(string $id, Shop $shop, int $quantity, array $problems, int $status = 200): Response
    {
        $document = $shop->form()->document;
        $by = [];
        foreach ($problems as $problem) {
            $by[$problem['field']][] = $problem['message'];
        }
        $rule = Read::map($document, 'quantity');

        if ('' !== $this->face) {
            return $this->faced(
                [
                    'stage' => 'item',
                    'item' => Read::map($document, 'item'),
                    'currency' => Read::text($document, 'currency', 'EUR'),
                    'fields' => (new ProductPage($shop))->fields($quantity),
                    'page' => $shop->page($quantity),
                    'links' => $this->links($id),
                    'quantity' => Read::map($document, 'quantity'),
                ],
                $status,
            );
        }

        return $this->page(
            'product',
            [
                'item' => Read::map($document, 'item'),
                'currency' => Read::text($document, 'currency', 'EUR'),
                'fields' => (new ProductPage($shop))->fields($quantity),
                'page' => $shop->page($quantity),
                'problems' => $by,
                'links' => $this->links($id),
                'quantity' => [
                    'now' => $quantity,
                    'min' => Read::text($rule, 'min', '1'),
                    'max' => Read::text($rule, 'max'),
                    'step' => Read::text($rule, 'step', '1'),
                ],
            ],
            $status,
        );
    }

    /** A lamp in a colour of its own for each name, as this shop has no photographs. */
    public static function picture(string $path): Response
    {
        $hue = crc32($path) % 360;

        return new Response(
            sprintf(
                '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 40"><path d="M20 3v8M10 28l5-17h10l5 ' .
                    '17z" fill="hsl(%d 45%% 55%%)" stroke="#23424a"/><circle cx="20" cy="31" r="4" ' .
                    'fill="#f2d16b"/></svg>',
                $hue,
            ),
            200,
            ['Content-Type' => 'image/svg+xml'],
        );
    }

    /**
     * A page that its script makes of data.
     *
     * @param array<string, mixed> $data
     */
    public function faced(array $data, int $status = 200): Response
    {
        return $this->page(
            'face',
            [
                'face' => $this->face,
                'data' => json_encode(
                    $data + ['prefix' => $this->prefix],
                    JSON_THROW_ON_ERROR | JSON_HEX_TAG | JSON_HEX_AMP | JSON_INVALID_UTF8_SUBSTITUTE,
                ),
            ],
            $status,
        );
    }

    public static function wantsJson(Request $request): bool
    {
        return 'application/json' === ($request->getAcceptableContentTypes()[0] ?? '');
    }

    public function failure(string $message, int $status, Request $request): Response
    {
        return self::wantsJson($request) || $request->isMethod('PUT')
            ? new JsonResponse(['title' => $message, 'status' => $status], $status, [
                'Content-Type' => 'application/problem+json',
            ])
            : $this->page('failure', ['message' => $message], $status);
    }

    /**
     * @param array<string, mixed> $data
     */
    public function page(string $template, array $data, int $status = 200): Response
    {
        return new Response(
            $this->pages->render(
                $template . '.html.twig',
                $data + ['prefix' => $this->prefix, 'faults' => $this->faults],
            ),
            $status,
            ['Content-Type' => 'text/html; charset=utf-8'],
        );
    }
}
