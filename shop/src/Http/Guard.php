<?php

declare(strict_types=1);

namespace Ithrel\Shop\Http;

use Symfony\Component\HttpFoundation\Request;

/**
 * Keeps pages of other origins from changing anything here, and names that were made to lead here from reading it.
 */
final readonly class Guard
{
    private const MOST_BYTES = 20_000_000;

    /**
     * @param string $hosts names beside those of this machine, with commas between
     */
    public function __construct(private string $hosts) {}

    /**
     * @return array{int, string}|null status and reason; null where it may pass
     */
    public function refusal(Request $request): ?array
    {
        $host = strtolower((string) $request->headers->get('Host'));
        $names = [
            '127.0.0.1',
            'localhost',
            '[::1]',
            ...array_map(static fn(string $h): string => strtolower(trim($h)), explode(',', $this->hosts)),
        ];
        if (
            '' === $host ||
            (!in_array(preg_replace('/:\d+$/', '', $host), $names, true) && !in_array($host, $names, true))
        ) {
            return [421, 'The shop is not reached under this name.'];
        }
        if (!mb_check_encoding(rawurldecode($request->getRequestUri()), 'UTF-8')) {
            return [400, 'The address is not UTF-8 text.'];
        }
        if ($request->isMethodSafe()) {
            return null;
        }
        $origin = $request->headers->get('Origin');
        $site = $request->headers->get('Sec-Fetch-Site');
        $isOwn =
            null === $site
                ? null === $origin || $origin === $request->getSchemeAndHttpHost()
                : in_array($site, ['same-origin', 'none'], true);
        if (!$isOwn) {
            return [403, 'Only the shop\'s own pages may ask for this.'];
        }

        return (int) $request->headers->get('Content-Length') > self::MOST_BYTES
            ? [413, 'This is more than the shop takes in.']
            : null;
    }
}
