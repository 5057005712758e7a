<?php

declare(strict_types=1);

namespace Ithrel\App\Browser;

use Ithrel\App\Rehearsal\NoAnswer;

/**
 * Why a browser does not show a page, in words.
 */
final class Refusal
{
    /** How Chromium calls why it shows no page, by how that begins; the first that fits. */
    private const REFUSALS = [
        'ERR_CERT_AUTHORITY_INVALID' => 'its certificate is not trusted, nobody known signed it',
        'ERR_CERT_COMMON_NAME_INVALID' => 'its certificate is of another host',
        'ERR_CERT_DATE_INVALID' => 'its certificate has expired, or is not valid yet',
        'ERR_CERT' => 'its certificate is not trusted',
        'ERR_SSL' => 'the two do not agree on how to encrypt',
        'ERR_NAME_NOT_RESOLVED' => 'its host is not known',
        'ERR_CONNECTION' => 'nobody answers there, or not to the end',
        'ERR_TIMED_OUT' => 'it takes too long',
        'ERR_TOO_MANY_REDIRECTS' => 'it leads from one address to the next without end',
    ];

    /**
     * What became of a page that the browser does not show.
     *
     * @param string $address where it is
     * @param string $code by which Chromium calls the reason, as in "ERR_CERT_DATE_INVALID"
     */
    public static function of(string $address, string $code): NoAnswer
    {
        foreach (self::REFUSALS as $begin => $words) {
            if (str_starts_with($code, $begin)) {
                return new NoAnswer(
                    sprintf('The page at %s cannot be shown: %s (%s).', $address, $words, $code),
                    !str_starts_with($code, 'ERR_CERT'),
                );
            }
        }

        return new NoAnswer(sprintf('The page at %s cannot be shown (%s).', $address, $code), true);
    }
}
