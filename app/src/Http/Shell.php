<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Ithrel\App\People\Needs;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The page that carries the interface; every address outside /api leads to it.
 */
final readonly class Shell
{
    public function __construct(private string $build) {}

    #[Needs(null)]
    #[
        Route(
            '/{path}',
            requirements: ['path' => '(?!api/).*'],
            defaults: ['path' => ''],
            methods: ['GET'],
            priority: -10,
        ),
    ]
    public function page(): Response
    {
        $manifest = @file_get_contents($this->build . '/.vite/manifest.json');
        if (false === $manifest) {
            return new Response(
                'The interface is not built yet. ./ithrel demo builds it.',
                Response::HTTP_SERVICE_UNAVAILABLE,
                ['Content-Type' => 'text/plain; charset=utf-8'],
            );
        }
        /** @var array<string, array{file: string, css?: list<string>, imports?: list<string>}> $entries */
        $entries = json_decode($manifest, true, 64, JSON_THROW_ON_ERROR);
        $entry = $entries['index.html'] ?? ['file' => ''];
        $nonce = base64_encode(random_bytes(18));
        $styles = implode(
            '',
            array_map(
                static fn(string $css): string => sprintf('<link rel="stylesheet" href="/build/%s">', $css),
                self::styles($entries, 'index.html'),
            ),
        );
        $html = sprintf(
            '<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" ' .
                'content="width=device-width, initial-scale=1"><title>Ithrel</title><meta name="csp-nonce" ' .
                'content="%1$s"><link rel="icon" href="/build/favicon.svg" type="image/svg+xml">%2$s<script ' .
                'type="module" src="/build/%3$s"></script></head><body><div id="app"></div><noscript>Ithrel needs ' .
                'JavaScript.</noscript></body></html>',
            $nonce,
            $styles,
            $entry['file'],
        );

        return new Response($html, Response::HTTP_OK, [
            'Content-Security-Policy' => sprintf(
                "default-src 'self'; style-src 'self' 'nonce-%s'; style-src-attr 'unsafe-inline'; img-src 'self' " .
                    "data:; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'",
                $nonce,
            ),
            'X-Content-Type-Options' => 'nosniff',
            'Referrer-Policy' => 'no-referrer',
            'Cache-Control' => 'no-store',
        ]);
    }

    /**
     * The styles of a part and of all that it is built on; parts that are loaded later bring their own, but not these.
     *
     * @param array<string, array{file: string, css?: list<string>, imports?: list<string>}> $entries
     * @param array<string, true> $seen
     *
     * @return list<string>
     */
    private static function styles(array $entries, string $name, array &$seen = []): array
    {
        if (isset($seen[$name])) {
            return [];
        }
        $seen[$name] = true;
        $styles = [];
        foreach ($entries[$name]['imports'] ?? [] as $import) {
            array_push($styles, ...self::styles($entries, $import, $seen));
        }

        return array_values(array_unique([...$styles, ...$entries[$name]['css'] ?? []]));
    }
}
