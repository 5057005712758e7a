<?php

declare(strict_types=1);

namespace Ithrel\App\People;

use Ithrel\App\Store\Account;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;

/**
 * Who it is that asks. Where nobody has to sign in, a person on her own machine is who she says.
 */
final readonly class Who
{
    /** By which the interface says who sits at it, percent-encoded. */
    public const HEADER = 'Ithrel-Person';

    public function __construct(
        private TokenStorageInterface $tokens,
        private RequestStack $requests,
        private bool $signIn,
    ) {}

    public function hasToSignIn(): bool
    {
        return $this->signIn;
    }

    public function account(): ?Account
    {
        $user = $this->signIn ? $this->tokens->getToken()?->getUser() : null;

        return $user instanceof Account ? $user : null;
    }

    /**
     * @param string $said name that she gives; it does not count where she is signed in
     */
    public function name(string $said = ''): string
    {
        if ($this->signIn) {
            return $this->account()?->name() ?? '';
        }
        $header = rawurldecode((string) $this->requests->getCurrentRequest()?->headers->get(self::HEADER));

        return '' !== $said ? $said : mb_substr(mb_scrub($header, 'UTF-8'), 0, 200, 'UTF-8');
    }

    /**
     * The name of who does what is done by name.
     *
     * @throws UnprocessableEntityHttpException where nobody says it
     */
    public function named(string $said): string
    {
        $name = $this->name(trim($said));

        return '' === $name ? throw new UnprocessableEntityHttpException('Say who you are first.') : $name;
    }

    /**
     * @param Role $said role in which she acts; it does not count where she is signed in
     */
    public function role(Role $said): Role
    {
        return $this->signIn ? $this->account()?->role() ?? Role::Reader : $said;
    }
}
