<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Ithrel\App\Work\Bounds;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ControllerArgumentsEvent;

/**
 * No request works longer, or with more memory, than it may: what is too large is refused with its reason, and the next
 * one is served.
 */
#[AsEventListener(priority: -100)]
final class BoundedRequests
{
    private const SECONDS = 12;

    public function __invoke(ControllerArgumentsEvent $event): void
    {
        $controller = $event->getController();
        if ($event->isMainRequest() && str_starts_with($event->getRequest()->getPathInfo(), '/api/')) {
            $event->setController(
                static fn(mixed ...$arguments): mixed => Bounds::within(
                    self::SECONDS,
                    static fn(): mixed => call_user_func_array($controller, $arguments),
                ),
            );
        }
    }
}
