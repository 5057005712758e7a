<?php

declare(strict_types=1);

namespace Ithrel\App\People;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\RequestEvent;

/**
 * Sessions begin when somebody signs in, and end: after a while without a request, and a day after she signed in. A
 * cookie that names no session of ours is as none, so that invented ones leave nothing here.
 */
final readonly class Sessions
{
    /** In a session: when it was begun, and when it was last seen; Unix seconds. */
    public const BEGUN = 'begun';
    private const SEEN = 'seen';

    private const IDLE_SECONDS = 8 * 3600;
    private const LONGEST_SECONDS = 24 * 3600;

    /** Seconds between two notes of when it was seen. */
    private const NOTED = 60;

    /**
     * @param string $folder where PHP keeps them
     */
    public function __construct(private Who $who, private string $folder) {}

    /** Before anything opens the session. */
    #[AsEventListener(priority: 200)]
    public function dropForeign(RequestEvent $event): void
    {
        $cookies = $event->getRequest()->cookies;
        $id = $cookies->all()['ithrel'] ?? null;
        if (null !== $id && !$this->isOurs($id)) {
            $cookies->remove('ithrel');
        }
    }

    /** Before it is asked who is signed in. */
    #[AsEventListener(priority: 20)]
    public function endOld(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || !$this->who->hasToSignIn() || !$request->hasPreviousSession()) {
            return;
        }
        $session = $request->getSession();
        [$begun, $seen, $now] = [$session->get(self::BEGUN), $session->get(self::SEEN), time()];
        $isOver =
            !is_int($begun) ||
            abs($now - $begun) > self::LONGEST_SECONDS ||
            (is_int($seen) && abs($now - $seen) > self::IDLE_SECONDS);
        if ($isOver) {
            $session->invalidate();
            self::forget($request);
        } elseif (!is_int($seen) || abs($now - $seen) > self::NOTED) {
            $session->set(self::SEEN, $now);
        }
    }

    private function isOurs(mixed $id): bool
    {
        return is_string($id) &&
            1 === preg_match('/^[A-Za-z0-9,-]{22,128}$/D', $id) &&
            (!is_dir($this->folder) || is_file($this->folder . '/sess_' . $id));
    }

    private static function forget(Request $request): void
    {
        $request->cookies->remove('ithrel');
    }
}
