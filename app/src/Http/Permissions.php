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

/**
 * Lets each role do what it may, where people have to sign in.
 */
#[AsEventListener(priority: 50)]
final readonly class Permissions
{
    public function __construct(private Who $who) {}

    public function __invoke(ControllerEvent $event): void
    {
        $request = $event->getRequest();
        if (
            !$this->who->hasToSignIn() ||
            !$event->isMainRequest() ||
            !str_starts_with($request->getPathInfo(), '/api/')
        ) {
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
        if (!$account->role()->includes($needs)) {
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
