<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\AccountGiven;
use Ithrel\App\Api\Dto\AccountView;
use Ithrel\App\Http\AsSeen;
use Ithrel\App\Http\Created;
use Ithrel\App\People\Accounts;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\People\Who;
use Ithrel\App\Store\Account;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The accounts of a team, managed by its leads; there are none where nobody signs in.
 */
final readonly class AccountController
{
    public function __construct(private Accounts $accounts, private Who $who, private AsSeen $asSeen) {}

    #[Route('/api/accounts', methods: ['GET'])]
    #[Needs(Role::Lead)]
    #[
        OA\Get(
            path: '/api/accounts',
            operationId: 'listAccounts',
            parameters: [
                new OA\Parameter(
                    name: 'after',
                    description: 'name of one; those after it',
                    in: 'query',
                    schema: new OA\Schema(type: 'string'),
                ),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'A hundred at most, by name.',
                    content: new OA\JsonContent(
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/AccountView'),
                    ),
                ),
            ],
        ),
    ]
    public function list(Request $request): JsonResponse
    {
        $this->refuseWithoutTeam();

        return new JsonResponse(array_map(self::view(...), $this->accounts->page($request->query->getString('after'))));
    }

    #[Route('/api/accounts', methods: ['POST'])]
    #[Needs(Role::Lead)]
    #[Changes('made the account of {name}')]
    #[
        OA\Post(
            path: '/api/accounts',
            operationId: 'addAccount',
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/AccountGiven'),
            ),
            responses: [
                new OA\Response(
                    response: 201,
                    description: 'It is made.',
                    content: new OA\JsonContent(ref: '#/components/schemas/AccountView'),
                ),
            ],
        ),
    ]
    public function add(#[MapRequestPayload] AccountGiven $given): JsonResponse
    {
        $this->refuseWithoutTeam();

        return $this->done(
            fn(): Account => $this->accounts->add(
                trim($given->name),
                Role::from($given->role ?? 'reader'),
                $given->password ?? '',
            ),
            Response::HTTP_CREATED,
        );
    }

    #[Route('/api/accounts', methods: ['PATCH'])]
    #[Needs(Role::Lead)]
    #[Changes('changed the account of {name}')]
    #[
        OA\Patch(
            path: '/api/accounts',
            operationId: 'changeAccount',
            parameters: [new OA\Parameter(ref: '#/components/parameters/AsSeen')],
            requestBody: new OA\RequestBody(
                required: true,
                content: new OA\JsonContent(ref: '#/components/schemas/AccountGiven'),
            ),
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'It is changed, and signed out.',
                    content: new OA\JsonContent(ref: '#/components/schemas/AccountView'),
                ),
            ],
        ),
    ]
    public function change(#[MapRequestPayload] AccountGiven $given): JsonResponse
    {
        $this->refuseWithoutTeam();

        return $this->done(function () use ($given): Account {
            $account = $this->another($given->name);
            $this->asSeen->ask(self::view($account)->etag, 'Somebody else changed this account meanwhile.');
            if (null !== $given->password) {
                $this->accounts->setPassword($account, $given->password);
            }
            if (null !== $given->role) {
                $this->accounts->become($account, Role::from($given->role));
            }

            return $account;
        });
    }

    #[Route('/api/accounts/{name}', requirements: ['name' => '.+'], methods: ['DELETE'])]
    #[Needs(Role::Lead)]
    #[Changes('removed the account of {name}')]
    #[
        OA\Delete(
            path: '/api/accounts/{name}',
            operationId: 'removeAccount',
            parameters: [
                new OA\Parameter(ref: '#/components/parameters/AsSeen'),
                new OA\Parameter(name: 'name', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
            ],
            responses: [
                new OA\Response(
                    response: 200,
                    description: 'It is removed; what was done under this name stays.',
                    content: new OA\JsonContent(ref: '#/components/schemas/AccountView'),
                ),
            ],
        ),
    ]
    public function remove(string $name): JsonResponse
    {
        $this->refuseWithoutTeam();

        return $this->done(function () use ($name): Account {
            $account = $this->another($name);
            $this->asSeen->ask(self::view($account)->etag, 'Somebody else changed this account meanwhile.');
            $this->accounts->remove($account);

            return $account;
        });
    }

    /** A lead who removed herself, or became a reader, might have been the last one. */
    private function another(string $name): Account
    {
        $account = $this->accounts->get($name);

        return $account === $this->who->account()
            ? throw new \DomainException('Your own account is changed by another lead, or on the command line.')
            : $account;
    }

    private function refuseWithoutTeam(): void
    {
        if (!$this->who->hasToSignIn()) {
            throw new NotFoundHttpException('Nobody signs in here, so there are no accounts.');
        }
    }

    /**
     * @param \Closure(): Account $do
     */
    private function done(\Closure $do, int $status = Response::HTTP_OK): JsonResponse
    {
        try {
            $view = self::view($do());

            return Response::HTTP_CREATED === $status
                ? new Created($view, '/api/accounts')
                : new JsonResponse($view, $status);
        } catch (\DomainException $e) {
            throw new UnprocessableEntityHttpException($e->getMessage(), $e);
        }
    }

    private static function view(Account $account): AccountView
    {
        return new AccountView(
            $account->name(),
            $account->role()->value,
            $account->createdAt()->format(DATE_ATOM),
            AsSeen::tag([$account->role(), $account->getPassword()]),
        );
    }
}
