<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;

/**
 * Something is there that was not: what it is, and where it is found again.
 */
final class Created extends JsonResponse
{
    public function __construct(mixed $what, string $location)
    {
        parent::__construct($what, Response::HTTP_CREATED, ['Location' => $location]);
    }
}
