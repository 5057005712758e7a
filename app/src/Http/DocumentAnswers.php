<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Ithrel\App\People\Who;
use Ithrel\App\Store\Editions;
use Ithrel\App\Store\Shelf;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Symfony\Component\HttpKernel\Event\ResponseEvent;

/**
 * Lets browsers keep what is told of a document, under /api/documents/{sha256}: for good where the request names the
 * edition it is of ("edition=…", which the desk tells), else until it is asked again, and then nothing is worked out
 * for who has it. Where people sign in it is always asked again, so that nobody sees it who signed out.
 */
final readonly class DocumentAnswers
{
    private const A_YEAR = 31_536_000;

    /** Attribute of a request that asks something of a document: the current edition. */
    private const EDITION = '_edition';

    public function __construct(private Shelf $shelf, private Editions $editions, private Who $who) {}

    #[AsEventListener]
    public function before(ControllerEvent $event): void
    {
        $request = $event->getRequest();
        $documents = array_filter(
            [$request->attributes->get('sha256'), $request->attributes->get('older')],
            is_string(...),
        );
        if ([] === $documents || !$request->isMethodCacheable()) {
            return;
        }
        $editions = array_map(fn(string $d): string => $this->editions->of($this->shelf->document($d)), $documents);
        $request->attributes->set(self::EDITION, implode(' ', array_unique($editions)));
        $kept = $this->marked($request, new Response());
        if ($kept->isNotModified($request)) {
            $event->setController(static fn(): Response => $kept);
        }
    }

    #[AsEventListener]
    public function after(ResponseEvent $event): void
    {
        if (
            Response::HTTP_OK === $event->getResponse()->getStatusCode() &&
            $event->getRequest()->attributes->has(self::EDITION)
        ) {
            $this->marked($event->getRequest(), $event->getResponse());
        }
    }

    private function marked(Request $request, Response $response): Response
    {
        $edition = $request->attributes->getString(self::EDITION);
        $response->setEtag($edition)->setPrivate();
        if ($edition === $request->query->getString('edition') && !$this->who->hasToSignIn()) {
            return $response->setMaxAge(self::A_YEAR)->setImmutable();
        }
        $response->headers->addCacheControlDirective('no-cache');

        return $response;
    }
}
