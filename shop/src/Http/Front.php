<?php

declare(strict_types=1);

namespace Ithrel\Shop\Http;

use Ithrel\Shop\Faults;
use Ithrel\Shop\Read;
use Ithrel\Shop\Shop;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Twig\Environment;
use Twig\Loader\FilesystemLoader;

/**
 * The shop over HTTP: pages for people, the same as JSON for whoever asks for it. An address that begins with
 * /with/NAME,NAME has these faults on; without it the shop has none.
 */
final class Front
{
    private const MOST_BYTES = 8_000_000;
    private const STAGES = ['cart', 'checkout', 'order'];

    private readonly Environment $pages;

    /** @var list<string> */
    private array $faults = [];

    /** Other ways in which the shop's pages are made; without one it is a plain form. */
    public const FACES = ['tiles', 'widgets', 'shadow'];

    private string $face = '';

    private string $prefix = '';

    public function __construct(
        private readonly Catalogue $catalogue,
        private readonly string $sessions,
        private readonly string $today,
        private readonly Guard $guard = new Guard(''),
    ) {
        $this->pages = new Environment(new FilesystemLoader(dirname(__DIR__, 2) . '/templates'), [
            'strict_variables' => true,
        ]);
    }

    public function handle(Request $request): Response
    {
        $path = mb_scrub(rawurldecode($request->getPathInfo()), 'UTF-8');
        $this->faults = [];
        $this->prefix = $this->face = '';
        if (1 === preg_match('~^/face/([a-z]+)(/.*)?$~D', $path, $m) && in_array($m[1], self::FACES, true)) {
            [$this->face, $path] = [$m[1], $m[2] ?? '/'];
        }
        if (1 === preg_match('~^(/with/([a-z,-]*))(/.*)?$~D', $path, $m)) {
            $this->faults = array_values(array_filter(explode(',', $m[2]), static fn(string $f): bool => '' !== $f));
            $this->prefix = $m[1];
            $path = $m[3] ?? '/';
        }
        $this->prefix = ('' === $this->face ? '' : '/face/' . $this->face) . $this->prefix;
        $unknown = array_diff($this->faults, array_keys(Faults::all()));
        $refusal = $this->guard->refusal($request);
        $response = match (true) {
            null !== $refusal => $this->failure($refusal[1], $refusal[0], $request),
            [] !== $unknown => $this->failure(
                sprintf('There is no fault called "%s".', array_values($unknown)[0]),
                404,
                $request,
            ),
            '/' === $path => $this->home($request),
            1 === preg_match('~^/items/([a-z0-9]{1,64})$~D', $path, $m) => $request->isMethod('PUT')
                ? $this->publish($m[1], $request)
                : $this->item($m[1], $request),
            1 === preg_match('~^/items/([a-z0-9]{1,64})/clicks$~D', $path, $m) && $request->isMethod('POST')
                => $this->clicks($m[1], $request),
            1 === preg_match('~^/items/([a-z0-9]{1,64})/(cart|express)$~D', $path, $m) && $request->isMethod('POST')
                => $this->add($m[1], 'express' === $m[2] ? 'express' : 'form', $request),
            1 === preg_match('~^/(cart|checkout|order)$~D', $path, $m) => $this->stage($m[1], $request),
            1 === preg_match('~^/pictures/[\w.\-]{1,100}$~D', $path) => self::picture($path),
            default => $this->failure('There is no such page.', 404, $request),
        };
        $response->headers->add([
            'Cache-Control' => 'no-store',
            'X-Content-Type-Options' => 'nosniff',
            'Referrer-Policy' => 'no-referrer',
            'Content-Security-Policy' =>
                "default-src 'self'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'",
        ]);

        return $response;
    }

    private function home(Request $request): Response
    {
        $chosen = $request->query->all('fault');
        if ([] !== $chosen) {
            return new RedirectResponse(
                '/with/' . implode(',', array_map(rawurlencode(...), array_filter($chosen, is_string(...)))) . '/',
            );
        }
        if ($request->query->has('none')) {
            return new RedirectResponse('/');
        }
        $families = [];
        foreach (Faults::all() as $name => $class) {
            $families[$class::family()][] = [
                'name' => $name,
                'line' => $class::line(),
                'on' => in_array($name, $this->faults, true),
            ];
        }

        return self::wantsJson($request)
            ? new JsonResponse(['items' => $this->catalogue->items(), 'faults' => $families])
            : $this->page('home', ['items' => $this->catalogue->items(), 'families' => $families]);
    }

    private function publish(string $id, Request $request): Response
    {
        if (strlen($request->getContent()) > self::MOST_BYTES) {
            return $this->failure('A setup document has 8 MB at most.', 413, $request);
        }
        $refused = $this->catalogue->publish($id, $request->getContent());

        return null === $refused
            ? new JsonResponse([
                'item' => $id,
                'page' => $request->getSchemeAndHttpHost() . $this->prefix . '/items/' . $id,
            ])
            : $this->failure($refused, 422, $request);
    }

    /** The product page, opened anew. */
    private function item(string $id, Request $request): Response
    {
        $document = $this->catalogue->document($id);
        if (null === $document) {
            return $this->failure('This item is not sold here.', 404, $request);
        }
        $visit = new Visit($this->sessions, $this->faults);
        $shop = $this->shop($id, $document, $visit);
        $shop->reopen();
        $this->keep($shop, $visit);

        return self::wantsJson($request)
            ? new JsonResponse([
                'item' => $id,
                'sha256' => hash('sha256', $document),
                'page' => $shop->page(self::least($shop)),
                'links' => $this->links($id),
            ])
            : $this->product($id, $shop, self::least($shop), []);
    }

    /** Clicks on the page as it stands, one after the other, up to the first that it does not take. */
    private function clicks(string $id, Request $request): Response
    {
        $document = $this->catalogue->document($id);
        $sent = json_decode($request->getContent(), true, 32);
        if (null === $document || !is_array($sent)) {
            return $this->failure(
                null === $document ? 'This item is not sold here.' : 'Clicks are sent as JSON.',
                null === $document ? 404 : 400,
                $request,
            );
        }
        $visit = new Visit($this->sessions, $this->faults);
        $shop = $this->shop($id, $document, $visit);
        $refused = null;
        foreach (Read::maps($sent, 'clicks') as $click) {
            if (!$shop->click(Read::text($click, 'option'), $click['answer'] ?? null)) {
                $refused = Read::text($click, 'option');
                break;
            }
        }
        $this->keep($shop, $visit);

        return new JsonResponse([
            'refused' => $refused,
            'page' => $shop->page(Read::whole($sent, 'quantity', self::least($shop))),
        ]);
    }

    /**
     * @param 'form'|'express' $route
     */
    private function add(string $id, string $route, Request $request): Response
    {
        $document = $this->catalogue->document($id);
        if (null === $document) {
            return $this->failure('This item is not sold here.', 404, $request);
        }
        $visit = new Visit($this->sessions, $this->faults);
        $shop = $this->shop($id, $document, $visit);
        $isJson = str_starts_with((string) $request->headers->get('Content-Type'), 'application/json');
        $sent = $isJson
            ? json_decode($request->getContent(), true, 32)
            : [
                'quantity' => $request->request->getString('quantity', '1'),
                'answers' =>
                    '' === $request->request->getString('scripted') ? (new ProductPage($shop))->sent($request) : null,
            ];
        if (!is_array($sent)) {
            return $this->failure('What is added is sent as a form or as JSON.', 400, $request);
        }
        $quantity = Read::whole($sent, 'quantity', 1);
        $answers = Read::mapOrNull($sent, 'answers');
        $added = $shop->add($answers, $quantity, $route);
        if (!$isJson && null !== $answers) {
            $shop->fill($answers);
        }
        $this->keep($shop, $visit);
        if ($isJson) {
            return new JsonResponse($added, $added['accepted'] ? 200 : 422);
        }

        return $added['accepted']
            ? new RedirectResponse($this->prefix . ('express' === $route ? '/checkout' : '/cart'), 303)
            : $this->product($id, $shop, $quantity, $added['problems'], 422);
    }

    private function stage(string $stage, Request $request): Response
    {
        $visit = new Visit($this->sessions, $this->faults);
        if ('order' === $stage && $request->isMethod('POST')) {
            $visit->set('order', $this->lines($visit, 'order'));
            $visit->set('session', ['lines' => []] + $visit->get('session'));
            if (!self::wantsJson($request)) {
                return new RedirectResponse($this->prefix . '/order', 303);
            }
        }
        if ('cart' === $stage && $request->isMethod('POST')) {
            $visit->set('session', ['lines' => []] + $visit->get('session'));

            return new RedirectResponse($this->prefix . '/cart', 303);
        }
        $content = 'order' === $stage ? $visit->get('order') : $this->lines($visit, $stage);
        $content += ['lines' => [], 'total' => '0.00'];

        if ('' !== $this->face && !self::wantsJson($request)) {
            return $this->faced(['stage' => $stage] + $content);
        }

        return self::wantsJson($request)
            ? new JsonResponse($content)
            : $this->page('stage', ['stage' => $stage, 'stages' => self::STAGES] + $content);
    }

    /**
     * @return array{lines: list<array<string, mixed>>, total: string|null}
     */
    private function lines(Visit $visit, string $stage): array
    {
        // Lines were worked out when they were added; no document is needed to show them.
        return (new Shop(
            '',
            ['item' => [], 'options' => []],
            $visit->get('session'),
            $this->faults,
            $this->today,
        ))->stage($stage);
    }

    private function shop(string $id, string $document, Visit $visit): Shop
    {
        $data = json_decode($document, true, 128, JSON_THROW_ON_ERROR);

        return new Shop(
            $id,
            Read::map(['document' => $data], 'document'),
            $visit->get('session'),
            $this->faults,
            $this->today,
        );
    }

    private function keep(Shop $shop, Visit $visit): void
    {
        $visit->set('session', $shop->session());
    }

    private static function least(Shop $shop): int
    {
        return Read::whole(Read::map($shop->form()->document, 'quantity'), 'min', 1);
    }

    /**
     * @return array<string, string>
     */
    private function links(string $id): array
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
    private function product(string $id, Shop $shop, int $quantity, array $problems, int $status = 200): Response
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
    private static function picture(string $path): Response
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
    private function faced(array $data, int $status = 200): Response
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

    private static function wantsJson(Request $request): bool
    {
        return 'application/json' === ($request->getAcceptableContentTypes()[0] ?? '');
    }

    private function failure(string $message, int $status, Request $request): Response
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
    private function page(string $template, array $data, int $status = 200): Response
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
