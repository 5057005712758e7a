<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;

/**
 * Parameters of an address, each of which is refused alike where it is none of those it takes.
 */
final class Query
{
    /**
     * @template T of string
     *
     * @param non-empty-list<T> $known the first where it is not given
     *
     * @return T
     *
     * @throws BadRequestHttpException
     */
    public static function one(Request $request, string $name, array $known): string
    {
        $given = $request->query->getString($name, $known[0]);
        foreach ($known as $each) {
            if ($each === $given) {
                return $each;
            }
        }
        throw new BadRequestHttpException(sprintf('"%s" is one of %s.', $name, implode(', ', $known)));
    }

    /**
     * @throws BadRequestHttpException
     */
    public static function whole(Request $request, string $name, int $absent, int $least, int $most): int
    {
        $given = $request->query->getString($name, (string) $absent);
        if (1 === preg_match('/^\d{1,18}$/D', $given) && (int) $given >= $least && (int) $given <= $most) {
            return (int) $given;
        }
        throw new BadRequestHttpException(sprintf('"%s" is a whole number from %d to %d.', $name, $least, $most));
    }

    /**
     * A number of any size, as there are combinations.
     *
     * @throws BadRequestHttpException
     */
    public static function large(Request $request, string $name): \GMP
    {
        $given = $request->query->getString($name, '0');

        return 1 === preg_match('/^\d{1,2000}$/D', $given)
            ? gmp_init($given)
            : throw new BadRequestHttpException(sprintf('"%s" is a whole number from 0.', $name));
    }
}
