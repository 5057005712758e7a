<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\People\Who;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\HttpKernel\Exception\UnauthorizedHttpException;
use Symfony\Component\Security\Core\Authorization\AuthorizationCheckerInterface;

/**
 * Lets each role do what it may, where people have to sign in. What is asked for is the route that was matched, however
 * its address is spelled; a route that does not say that nobody has to be signed in is closed.
 */
#[AsEventListener(priority: 50)]
final readonly class Permissions
{
    public function __construct(private Who $who, private AuthorizationCheckerInterface $roles) {}

    public function __invoke(ControllerEvent $event): void
    {
        $request = $event->getRequest();
        if (!$this->who->hasToSignIn() || !$event->isMainRequest()) {
            return;
        }
        $needs = self::of($event->getAttributes(Needs::class)[0] ?? null, $request->isMethodSafe());
        $account = $this->who->account();
        // Requests of one person must not wait for one another.
        if ($request->hasSession() && $request->getSession()->isStarted()) {
            $request->getSession()->save();
        }
        if (null === $needs) {
            return;
        }
        if (null === $account) {
            throw new UnauthorizedHttpException('Session', 'Sign in first.');
        }
        if (!$this->roles->isGranted('ROLE_' . strtoupper($needs->value))) {
            throw new AccessDeniedHttpException(
                sprintf('This is done by a %s; you are a %s.', $needs->value, $account->role()->value),
            );
        }
    }

    /** The role that a request needs; null: none. */
    public static function of(?Needs $needs, bool $isSafe): ?Role
    {
        return null === $needs ? ($isSafe ? Role::Reader : Role::Tester) : $needs->role;
    }
}
