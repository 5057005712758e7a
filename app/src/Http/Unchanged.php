<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;

/**
 * What was to be made is there as it is: where it is found. Nothing was changed, and nothing stands in the log.
 */
final class Unchanged extends JsonResponse
{
    public function __construct(mixed $what, string $location)
    {
        parent::__construct($what, Response::HTTP_OK, ['Location' => $location]);
    }
}
