<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\PasswordGiven;
use Ithrel\App\Api\Dto\SessionView;
use Ithrel\App\People\Accounts;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\People\SignIn;
use Ithrel\App\People\Who;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;

/**
 * Who is signed in; where nobody has to, it says so.
 */
final readonly class SessionController
{
    public function __construct(private Who $who, private TokenStorageInterface $tokens, private Accounts $accounts) {}

    #[Route('/api/session', methods: ['GET'])]
    #[Needs(null)]
    #[
        OA\Get(
            path: '/api/session',
            operationId: 'getSession',
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Whether one has to sign in, and who has.',
                    content: new OA\JsonContent(ref: '#/components/schemas/SessionView'),
                ),
            ],
        ),
    ]
    public function session(): JsonResponse
    {
        $account = $this->who->account();

        return new JsonResponse(
            new SessionView($this->who->hasToSignIn(), $account?->name(), $account?->role()->value),
        );
    }

    /** Name and password were looked at before (SignIn). */
    #[Route('/api/session', name: SignIn::ROUTE, methods: ['POST'])]
    #[Needs(null)]
    #[
        OA\Post(
            path: '/api/session',
            operationId: 'signIn',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(
                    required: ['name', 'password'],
                    properties: [
                        new OA\Property(property: 'name', type: 'string'),
                        new OA\Property(property: 'password', type: 'string'),
                    ],
                ),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'Signed in.',
                    content: new OA\JsonContent(ref: '#/components/schemas/SessionView'),
                ),
                new OA\Response(ref: '#/components/responses/Problem', response: 429),
            ],
        ),
    ]
    public function signIn(): JsonResponse
    {
        return $this->session();
    }

    #[Route('/api/session/password', methods: ['PUT'])]
    #[Needs(Role::Reader)]
    #[Changes('changed the own password')]
    #[
        OA\Put(
            path: '/api/session/password',
            operationId: 'changePassword',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/PasswordGiven'),
            ),
            responses: [new OA\Response(response: 204, description: 'It is another one; her other sessions end.')],
        ),
    ]
    public function changePassword(#[MapRequestPayload] PasswordGiven $given): Response
    {
        $account = $this->who->account() ?? throw new NotFoundHttpException('Nobody signs in here.');
        try {
            $this->accounts->changePassword($account, $given->old, $given->new);
        } catch (\DomainException $e) {
            throw new UnprocessableEntityHttpException($e->getMessage(), $e);
        }

        return new Response(null, Response::HTTP_NO_CONTENT);
    }

    #[Route('/api/session', methods: ['DELETE'])]
    #[Needs(null)]
    #[
        OA\Delete(
            path: '/api/session',
            operationId: 'signOut',
            responses: [new OA\Response(response: 204, description: 'Signed out.')],
        ),
    ]
    public function signOut(Request $request): Response
    {
        if ($this->who->hasToSignIn()) {
            $this->tokens->setToken(null);
            $request->getSession()->invalidate();
        }

        return new Response(null, Response::HTTP_NO_CONTENT);
    }
}
