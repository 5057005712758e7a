<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Support;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Symfony\Component\Routing\RouterInterface;

/**
 * Holds every answer that a test is given under /api to docs/openapi.json, which has to name its status.
 */
#[AsEventListener(priority: -4096)]
final class DescribedAnswers
{
    /** @var list<string> answers that nothing describes, as "GET /api/… 418" */
    private static array $missing = [];

    /** @var array<string, array<string, list<int>>>|null path => method => statuses */
    private static ?array $described = null;

    public function __construct(private readonly RouterInterface $router) {}

    public function __invoke(ResponseEvent $event): void
    {
        $request = $event->getRequest();
        $route = $request->attributes->get('_route');
        $path = is_string($route) ? $this->router->getRouteCollection()->get($route)?->getPath() : null;
        if (!$event->isMainRequest() || null === $path || !str_starts_with($path, '/api/')) {
            return;
        }
        $method = strtolower($request->getMethod());
        $status = $event->getResponse()->getStatusCode();
        if (!in_array($status, self::described()[$path][$method] ?? [], true)) {
            self::$missing[] = sprintf('%s %s %d', strtoupper($method), $path, $status);
        }
    }

    /**
     * @return list<string> those since it was asked last
     */
    public static function undescribed(): array
    {
        $missing = array_values(array_unique(self::$missing));
        self::$missing = [];

        return $missing;
    }

    /**
     * @return array<string, array<string, list<int>>> path => method => statuses
     */
    private static function described(): array
    {
        if (null === self::$described) {
            /** @var array{paths: array<string, array<string, array{responses?: array<string, mixed>}>>} $openapi */
            $openapi = json_decode(
                (string) file_get_contents(dirname(__DIR__, 3) . '/docs/openapi.json'),
                true,
                512,
                JSON_THROW_ON_ERROR,
            );
            self::$described = [];
            foreach ($openapi['paths'] as $path => $methods) {
                foreach ($methods as $method => $operation) {
                    self::$described[$path][$method] = array_map(
                        intval(...),
                        array_keys($operation['responses'] ?? []),
                    );
                }
            }
        }

        return self::$described;
    }
}
