<?php

declare(strict_types=1);

namespace Ithrel\App\People;

use Ithrel\App\Api\Dto\ProblemDetails;
use Ithrel\App\Store\Account;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\CustomUserMessageAuthenticationException;
use Symfony\Component\Security\Core\Exception\UserNotFoundException;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Security\Http\Authenticator\AbstractAuthenticator;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\PasswordUpgradeBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;
use Symfony\Component\Security\Http\Authenticator\Passport\Credentials\PasswordCredentials;
use Symfony\Component\Security\Http\Authenticator\Passport\Passport;

/**
 * Signs in by name and password; who tries too often waits.
 */
final class SignIn extends AbstractAuthenticator
{
    /** Name of the route by which one signs in. */
    public const ROUTE = 'sign-in';

    public function __construct(
        private readonly Who $who,
        private readonly SignInTries $tries,
        private readonly Accounts $accounts,
        private readonly PasswordHasherFactoryInterface $hashers,
        private readonly Log $log,
    ) {}

    public function supports(Request $request): bool
    {
        return $this->who->hasToSignIn() &&
            self::ROUTE === $request->attributes->get('_route') &&
            $request->isMethod('POST');
    }

    public function authenticate(Request $request): Passport
    {
        $given = json_decode($request->getContent(), true, 8);
        $name = is_array($given) && is_string($given['name'] ?? null) ? $given['name'] : '';
        $password = is_array($given) && is_string($given['password'] ?? null) ? $given['password'] : '';
        $request->attributes->set('signing-in', $name);
        if ('' === $name || '' === $password || strlen($name) > 1_000) {
            throw new CustomUserMessageAuthenticationException('A name and a password are needed.');
        }
        $seconds = $this->tries->begin($name, (string) $request->getClientIp());
        if ($seconds > 0) {
            throw new CustomUserMessageAuthenticationException(
                'Too many tries failed. Try again in {seconds} seconds.',
                ['{seconds}' => $seconds],
            );
        }

        return new Passport(
            new UserBadge($name, fn(): UserInterface => $this->accountOr($name, $password)),
            new PasswordCredentials($password),
            [new PasswordUpgradeBadge($password)],
        );
    }

    /**
     * A name that nobody has takes as long to be refused as one that somebody has: its password is hashed all the same.
     *
     * @throws UserNotFoundException
     */
    private function accountOr(string $name, string $password): UserInterface
    {
        try {
            return $this->accounts->loadUserByIdentifier($name);
        } catch (UserNotFoundException $e) {
            $this->hashers->getPasswordHasher(Account::class)->hash($password);
            throw $e;
        }
    }

    public function onAuthenticationSuccess(Request $request, TokenInterface $token, string $firewallName): ?Response
    {
        $this->tries->forget($token->getUserIdentifier(), (string) $request->getClientIp());
        $this->log->write($token->getUserIdentifier(), 'signed in');
        $request->getSession()->set(Sessions::BEGUN, time());

        // The controller says who has signed in.
        return null;
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): Response
    {
        $own = $exception instanceof CustomUserMessageAuthenticationException ? $exception : null;
        $wait = $own?->getMessageData()['{seconds}'] ?? null;
        $isTooOften = is_int($wait);
        $name = $request->attributes->get('signing-in');
        if (is_string($name) && '' !== $name) {
            // A name that nobody has may be a password in the wrong field.
            $this->log->write(
                $this->accounts->has($name) ? $name : 'somebody',
                $isTooOften ? 'tried too often to sign in' : 'could not sign in',
            );
        }
        $status = $isTooOften ? Response::HTTP_TOO_MANY_REQUESTS : Response::HTTP_UNAUTHORIZED;
        // Whether there is an account of this name is not told.
        $words =
            null === $own
                ? 'Name or password is another.'
                : strtr(
                    $own->getMessageKey(),
                    array_map(static fn(mixed $v): string => is_scalar($v) ? (string) $v : '', $own->getMessageData()),
                );

        return new JsonResponse(
            new ProblemDetails('urn:ithrel:problem:sign-in', 'Not signed in', $status, $words, []),
            $status,
            ['Content-Type' => 'application/problem+json'] + ($isTooOften ? ['Retry-After' => (string) $wait] : []),
        );
    }
}
