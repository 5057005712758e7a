<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\HttpKernel\Event\ResponseEvent;
use Symfony\Component\HttpKernel\Exception\PreconditionFailedHttpException;

/**
 * Nobody changes what she did not see. A request that changes something names the state that she saw by its tag
 * (If-Match, RFC 9110, section 13.1.1); where it is another by now, nothing is changed and the answer is 412. The tag
 * is told with the thing, as its member `etag`, and as the header ETag where it is told alone.
 */
final readonly class AsSeen
{
    public function __construct(private RequestStack $requests) {}

    /** Tag of what is shown of a thing; of nothing, where it is not there yet. */
    public static function tag(mixed $shown): string
    {
        return substr(hash('sha256', json_encode($shown, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)), 0, 32);
    }

    /**
     * Within the transaction that changes it; a request that names no state changes any.
     *
     * @param string $tag of the thing as it is
     * @param string $otherwise what is told where it was another
     *
     * @throws PreconditionFailedHttpException
     */
    public function ask(string $tag, string $otherwise): void
    {
        $seen = $this->requests->getCurrentRequest()?->headers->get('If-Match');
        if (
            null === $seen ||
            '*' === trim($seen) ||
            in_array('"' . $tag . '"', array_map(trim(...), explode(',', $seen)), true)
        ) {
            return;
        }
        throw new PreconditionFailedHttpException($otherwise, headers: ['ETag' => '"' . $tag . '"']);
    }

    public static function told(mixed $view, string $tag): JsonResponse
    {
        return new JsonResponse($view, headers: ['ETag' => '"' . $tag . '"', 'Cache-Control' => 'private, no-cache']);
    }

    /** Who has it already is not sent it again (304). */
    #[AsEventListener(priority: -10)]
    public function answer(ResponseEvent $event): void
    {
        $response = $event->getResponse();
        if ($event->isMainRequest() && 200 === $response->getStatusCode() && null !== $response->getEtag()) {
            $response->isNotModified($event->getRequest());
        }
    }
}
