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

    /** Other ways in which the shop's pages are made; without one it is a plain form. */
    public const FACES = ['tiles', 'widgets', 'shadow'];

    private ShopPages $shown;

    public function __construct(
        private readonly Catalogue $catalogue,
        private readonly string $sessions,
        private readonly string $today,
        private readonly Guard $guard = new Guard(''),
    ) {
        $this->shown = new ShopPages(
            new Environment(new FilesystemLoader(dirname(__DIR__, 2) . '/templates'), ['strict_variables' => true]),
        );
    }

    public function handle(Request $request): Response
    {
        $path = mb_scrub(rawurldecode($request->getPathInfo()), 'UTF-8');
        $faults = [];
        $face = $with = '';
        if (1 === preg_match('~^/face/([a-z]+)(/.*)?$~D', $path, $m) && in_array($m[1], self::FACES, true)) {
            [$face, $path] = [$m[1], $m[2] ?? '/'];
        }
        if (1 === preg_match('~^(/with/([a-z,-]*))(/.*)?$~D', $path, $m)) {
            $faults = array_values(array_filter(explode(',', $m[2]), static fn(string $f): bool => '' !== $f));
            [$with, $path] = [$m[1], $m[3] ?? '/'];
        }
        $this->shown = $this->shown->with($faults, $face, ('' === $face ? '' : '/face/' . $face) . $with);
        $unknown = array_diff($faults, array_keys(Faults::all()));
        $refusal = $this->guard->refusal($request);
        $response = match (true) {
            null !== $refusal => $this->shown->failure($refusal[1], $refusal[0], $request),
            [] !== $unknown => $this->shown->failure(
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
            1 === preg_match('~^/pictures/[\w.\-]{1,100}$~D', $path) => ShopPages::picture($path),
            default => $this->shown->failure('There is no such page.', 404, $request),
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
                'on' => in_array($name, $this->shown->faults, true),
            ];
        }

        return ShopPages::wantsJson($request)
            ? new JsonResponse(['items' => $this->catalogue->items(), 'faults' => $families])
            : $this->shown->page('home', ['items' => $this->catalogue->items(), 'families' => $families]);
    }

    private function publish(string $id, Request $request): Response
    {
        if (strlen($request->getContent()) > self::MOST_BYTES) {
            return $this->shown->failure('A setup document has 8 MB at most.', 413, $request);
        }
        $refused = $this->catalogue->publish($id, $request->getContent());

        return null === $refused
            ? new JsonResponse([
                'item' => $id,
                'page' => $request->getSchemeAndHttpHost() . $this->shown->prefix . '/items/' . $id,
            ])
            : $this->shown->failure($refused, 422, $request);
    }

    /** The product page, opened anew. */
    private function item(string $id, Request $request): Response
    {
        $document = $this->catalogue->document($id);
        if (null === $document) {
            return $this->shown->failure('This item is not sold here.', 404, $request);
        }
        $visit = new Visit($this->sessions, $this->shown->faults);
        $shop = $this->shop($id, $document, $visit);
        $shop->reopen();
        $this->keep($shop, $visit);

        return ShopPages::wantsJson($request)
            ? new JsonResponse([
                'item' => $id,
                'sha256' => hash('sha256', $document),
                'page' => $shop->page(self::least($shop)),
                'links' => $this->shown->links($id),
            ])
            : $this->shown->product($id, $shop, self::least($shop), []);
    }

    /** Clicks on the page as it stands, one after the other, up to the first that it does not take. */
    private function clicks(string $id, Request $request): Response
    {
        $document = $this->catalogue->document($id);
        $sent = json_decode($request->getContent(), true, 32);
        if (null === $document || !is_array($sent)) {
            return $this->shown->failure(
                null === $document ? 'This item is not sold here.' : 'Clicks are sent as JSON.',
                null === $document ? 404 : 400,
                $request,
            );
        }
        $visit = new Visit($this->sessions, $this->shown->faults);
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
            return $this->shown->failure('This item is not sold here.', 404, $request);
        }
        $visit = new Visit($this->sessions, $this->shown->faults);
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
            return $this->shown->failure('What is added is sent as a form or as JSON.', 400, $request);
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
            ? new RedirectResponse($this->shown->prefix . ('express' === $route ? '/checkout' : '/cart'), 303)
            : $this->shown->product($id, $shop, $quantity, $added['problems'], 422);
    }

    private function stage(string $stage, Request $request): Response
    {
        $visit = new Visit($this->sessions, $this->shown->faults);
        if ('order' === $stage && $request->isMethod('POST')) {
            $visit->set('order', $this->lines($visit, 'order'));
            $visit->set('session', ['lines' => []] + $visit->get('session'));
            if (!ShopPages::wantsJson($request)) {
                return new RedirectResponse($this->shown->prefix . '/order', 303);
            }
        }
        if ('cart' === $stage && $request->isMethod('POST')) {
            $visit->set('session', ['lines' => []] + $visit->get('session'));

            return new RedirectResponse($this->shown->prefix . '/cart', 303);
        }
        $content = 'order' === $stage ? $visit->get('order') : $this->lines($visit, $stage);
        $content += ['lines' => [], 'total' => '0.00'];

        if ('' !== $this->shown->face && !ShopPages::wantsJson($request)) {
            return $this->shown->faced(['stage' => $stage] + $content);
        }

        return ShopPages::wantsJson($request)
            ? new JsonResponse($content)
            : $this->shown->page('stage', ['stage' => $stage, 'stages' => self::STAGES] + $content);
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
            $this->shown->faults,
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
            $this->shown->faults,
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
}
