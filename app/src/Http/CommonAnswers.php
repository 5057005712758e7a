<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Ithrel\App\Later\MayTakeLong;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use OpenApi\Analysis;
use OpenApi\Annotations\MediaType;
use OpenApi\Annotations\OpenApi;
use OpenApi\Annotations\Operation;
use OpenApi\Annotations\Response;
use OpenApi\Annotations\Schema;
use OpenApi\Annotations\SecurityScheme;
use OpenApi\Generator;

/**
 * Describes what any address of the interface can answer beside its own, as listeners answer it for all of them:
 * written down once, and said of each.
 */
final class CommonAnswers
{
    private const NOT_MODIFIED = 304;

    private const LATER = 202;

    private const WORDS = [
        self::LATER =>
            'It takes longer than somebody waits: the answer will be at the address in Location. Told as LaterView.',
        self::NOT_MODIFIED => 'The browser has it already, by its entity tag.',
        400 => 'The request cannot be read: its address is not UTF-8 text, or a parameter is none of those it takes.',
        401 => 'People sign in here, and nobody is.',
        403 => 'Asked from a page that is not Ithrel\'s own, or by somebody whose role does not do this.',
        404 => 'There is no such thing.',
        405 => 'The address takes other methods; Allow names them.',
        412 => 'It is another by now than If-Match says. ETag says what it is; nothing was changed.',
        413 => 'More than is taken.',
        415 => 'What is sent here is JSON.',
        421 => 'Ithrel is not reached under this name.',
        422 => 'This cannot be taken, or is too large to be worked out; the places are named.',
        500 => 'Something went wrong here; it stands in the log.',
        503 => 'What this needs does not run, such as the rehearsal shop.',
        507 => 'The disk did not take it; nothing was kept.',
    ];

    public function __invoke(Analysis $analysis): void
    {
        $openapi = $analysis->openapi;
        if (null === $openapi) {
            return;
        }
        $openapi->components->securitySchemes = [
            new SecurityScheme([
                'securityScheme' => 'session',
                'type' => 'apiKey',
                'in' => 'cookie',
                'name' => 'ithrel',
                'description' => 'Where people sign in: what POST /api/session sets.',
                '_context' => $openapi->_context,
            ]),
        ];
        $openapi->security = [['session' => []], []];
        $openapi->components->responses = [
            ...Generator::isDefault($openapi->components->responses) ? [] : $openapi->components->responses,
            ...array_map(
                static fn(int $status): Response => self::described($openapi, $status),
                array_keys(self::WORDS),
            ),
        ];
        foreach ($analysis->getAnnotationsOfType(Operation::class) as $operation) {
            if (!$operation instanceof Operation || Generator::isDefault($operation->responses)) {
                continue;
            }
            $own = array_map(static fn(Response $r): string => (string) $r->response, $operation->responses);
            foreach (array_diff(self::of($operation), $own) as $status) {
                $operation->responses[] = new Response([
                    'response' => $status,
                    'ref' => '#/components/responses/' . $status,
                    '_context' => $operation->_context,
                ]);
            }
            usort(
                $operation->responses,
                static fn(Response $a, Response $b): int => strcmp((string) $a->response, (string) $b->response),
            );
        }
    }

    /**
     * @return list<string>
     */
    private static function of(Operation $operation): array
    {
        $path = $operation->path;
        $isSafe = 'get' === $operation->method;
        $of = [400, 401, 403, 405, 421, 422, 500, 503];
        if (str_contains($path, '{')) {
            $of[] = 404;
        }
        $isTagged =
            str_starts_with($path, '/api/documents/') ||
            in_array($path, ['/api/pages/{page}', '/api/setups/{id}/revisions/{number}/document'], true);
        if ($isTagged && $isSafe) {
            $of[] = self::NOT_MODIFIED;
        }
        if ($isSafe || self::isAnsweredLater($operation)) {
            $of[] = self::LATER;
        }
        $parameters = Generator::isDefault($operation->parameters) ? [] : $operation->parameters;
        if (in_array('#/components/parameters/AsSeen', array_column($parameters, 'ref'), true)) {
            $of[] = 412;
        }
        if (!$isSafe) {
            array_push($of, 413, 415, 507);
        }

        return array_map(strval(...), $of);
    }

    /** As LongRequests has it. */
    private static function isAnsweredLater(Operation $operation): bool
    {
        $context = $operation->_context;
        $class = $context?->fullyQualifiedName($context->class ?? '');
        $method = $context->method ?? null;
        if (!is_string($class) || !class_exists($class) || !is_string($method)) {
            return false;
        }
        $of = new \ReflectionMethod($class, $method);
        $needs = ($of->getAttributes(Needs::class)[0] ?? null)?->newInstance();

        $changes = array_map(
            static fn(\ReflectionAttribute $a): Changes => $a->newInstance(),
            $of->getAttributes(Changes::class),
        );
        $own = array_map(
            static fn(\ReflectionAttribute $a): MayTakeLong => $a->newInstance(),
            $of->getAttributes(MayTakeLong::class),
        );

        return Role::Reader === $needs?->role || MayTakeLong::isSaidOf($changes, $own);
    }

    private static function described(OpenApi $openapi, int $status): Response
    {
        $response = new Response([
            'response' => (string) $status,
            'description' => self::WORDS[$status],
            '_context' => $openapi->_context,
        ]);
        if (!in_array($status, [self::NOT_MODIFIED, self::LATER], true)) {
            $response->content = [
                new MediaType([
                    'mediaType' => 'application/problem+json',
                    'schema' => new Schema([
                        'ref' => '#/components/schemas/ProblemDetails',
                        '_context' => $openapi->_context,
                    ]),
                    '_context' => $openapi->_context,
                ]),
            ];
        }

        return $response;
    }
}
