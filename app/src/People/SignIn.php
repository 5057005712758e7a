<?php

declare(strict_types=1);

namespace Ithrel\App\People;

use Ithrel\App\Api\Dto\ProblemDetails;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Exception\AuthenticationException;
use Symfony\Component\Security\Core\Exception\CustomUserMessageAuthenticationException;
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
    public const ADDRESS = '/api/session';

    public function __construct(private readonly Who $who, private readonly SignInTries $tries) {}

    public function supports(Request $request): bool
    {
        return $this->who->hasToSignIn() && self::ADDRESS === $request->getPathInfo() && $request->isMethod('POST');
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
        $seconds = $this->tries->secondsToWait($name, (string) $request->getClientIp());
        if ($seconds > 0) {
            throw new CustomUserMessageAuthenticationException(
                'Too many tries failed. Try again in {seconds} seconds.',
                ['{seconds}' => $seconds],
            );
        }

        return new Passport(new UserBadge($name), new PasswordCredentials($password), [
            new PasswordUpgradeBadge($password),
        ]);
    }

    public function onAuthenticationSuccess(Request $request, TokenInterface $token, string $firewallName): ?Response
    {
        $this->tries->forget($token->getUserIdentifier(), (string) $request->getClientIp());

        // The controller says who has signed in.
        return null;
    }

    public function onAuthenticationFailure(Request $request, AuthenticationException $exception): Response
    {
        $own = $exception instanceof CustomUserMessageAuthenticationException ? $exception : null;
        $wait = $own?->getMessageData()['{seconds}'] ?? null;
        $isTooOften = is_int($wait);
        if (!$isTooOften) {
            $name = $request->attributes->get('signing-in');
            $this->tries->failed(is_string($name) ? $name : '', (string) $request->getClientIp());
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
