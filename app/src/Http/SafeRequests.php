<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;
use Symfony\Component\HttpKernel\Exception\HttpException;
use Symfony\Component\HttpKernel\Exception\UnsupportedMediaTypeHttpException;

/**
 * Keeps strangers out: an address that a page of another origin makes a browser ask, by a form, a script or a name that
 * leads to this machine, does nothing here and reads nothing.
 */
#[AsEventListener(priority: 500)]
final readonly class SafeRequests
{
    /** Names of this machine alone. */
    private const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

    /** Bytes of a body: a document as a JSON text takes up to some more than it has. */
    private const MOST_BYTES = 40_000_000;

    /**
     * @param string $hosts further hosts under which Ithrel is reached, with commas between; without a port, any port
     *                      of it
     */
    public function __construct(private string $hosts) {}

    public function __invoke(RequestEvent $event): void
    {
        if (!$event->isMainRequest()) {
            return;
        }
        $request = $event->getRequest();
        self::refuseDisguised($request);
        $this->refuseForeignHosts($request);
        $this->refuseWhatIsNoText($request);
        if (!$request->isMethodSafe()) {
            $this->refuseForeignOrigins($request);
        }
    }

    /**
     * What needs no percent sign in an address (RFC 3986, 2.3) has none there: whoever spells it so means to get past
     * something that reads the address as it is spelled.
     */
    private static function refuseDisguised(Request $request): void
    {
        $path = (string) strtok($request->server->getString('REQUEST_URI', $request->getPathInfo()), '?');
        preg_match_all('/%([0-9a-f]{2})/i', $path, $spelled);
        foreach ($spelled[1] as $byte) {
            if (1 === preg_match('/[A-Za-z0-9._~-]/', (string) hex2bin($byte))) {
                throw new BadRequestHttpException('The address spells plain characters with percent signs.');
            }
        }
    }

    /** A page whose own name was made to lead here (DNS rebinding) still names itself in Host. */
    private function refuseForeignHosts(Request $request): void
    {
        $host = strtolower((string) $request->headers->get('Host'));
        $name = (string) preg_replace('/:\d+$/', '', $host);
        $known = [
            ...self::LOOPBACK,
            ...array_map(
                static fn(string $h): string => strtolower(trim($h)),
                '' === trim($this->hosts) ? [] : explode(',', $this->hosts),
            ),
        ];
        if (!in_array($name, $known, true) && !in_array($host, $known, true)) {
            throw new HttpException(
                421,
                'Ithrel is not reached under this name. Names beside 127.0.0.1 and localhost are set in ITHREL_HOSTS.',
            );
        }
    }

    private function refuseForeignOrigins(Request $request): void
    {
        $origin = $request->headers->get('Origin');
        $site = $request->headers->get('Sec-Fetch-Site');
        $isForeign =
            null !== $site
                ? !in_array($site, ['same-origin', 'none'], true)
                : null !== $origin && $origin !== $request->getSchemeAndHttpHost();
        if ($isForeign || 'null' === $origin) {
            throw new HttpException(403, 'This can be asked from Ithrel\'s own pages alone.');
        }
        if ((int) $request->headers->get('Content-Length') > self::MOST_BYTES) {
            throw new HttpException(413, sprintf('At most %d MB are taken.', intdiv(self::MOST_BYTES, 1_000_000)));
        }
        // A form of another page can send anything but JSON without being asked about it first.
        $sends =
            '' !== $request->getContent() ||
            (int) $request->headers->get('Content-Length') > 0 ||
            $request->request->count() > 0 ||
            $request->files->count() > 0;
        if ($sends && 'json' !== $request->getContentTypeFormat()) {
            throw new UnsupportedMediaTypeHttpException('What is sent here is JSON (Content-Type: application/json).');
        }
    }

    private function refuseWhatIsNoText(Request $request): void
    {
        $texts = [rawurldecode($request->getPathInfo())];
        $query = $request->query->all();
        array_walk_recursive($query, static function (mixed $value, int|string $key) use (&$texts): void {
            array_push($texts, (string) $key, is_string($value) ? $value : '');
        });
        foreach ($texts as $text) {
            if (!mb_check_encoding($text, 'UTF-8') || str_contains($text, "\0")) {
                throw new BadRequestHttpException('The address holds something that is not UTF-8 text.');
            }
        }
    }
}
