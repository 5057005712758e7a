<?php

declare(strict_types=1);

namespace Ithrel\App\Later;

use Ithrel\App\Api\Dto\LaterView;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\Work\Within;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Work\OutOfBudget;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ControllerArgumentsEvent;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;

/**
 * No request works for longer than somebody waits, nor with more memory than a process may hold. What takes longer is
 * worked out by a worker, and the request is answered at once with where the answer will be (202).
 */
final readonly class LongRequests
{
    /** Attribute of a request that a worker answers: what is told how far it is. */
    public const WATCH = '_watch';

    /** Attribute of such a request that nobody waits for any more. */
    public const ABANDONED = '_abandoned';

    /** Seconds for what reaches out of this house, or writes step by step, and cannot be begun anew. */
    private const SECONDS_OF_CHANGE = 12;

    /** Bytes that are read at once: to hold more against the schema, which asks for no budget, takes long. */
    private const AT_ONCE = 500_000;

    /** Seconds for which a worker works. */
    private const SECONDS_OF_WORKER = 60;

    /**
     * @param int $milliseconds for which somebody waits, for what reads and for what is done by a worker where it takes
     *                          longer
     */
    public function __construct(private LaterAnswers $answers, private int $milliseconds) {}

    #[AsEventListener(priority: -100)]
    public function within(ControllerArgumentsEvent $event): void
    {
        $request = $event->getRequest();
        $watch = $request->attributes->get(self::WATCH);
        if (!$event->isMainRequest() && !$watch instanceof \Closure) {
            return;
        }
        $needs = $event->getAttributes(Needs::class)[0] ?? null;
        $isAnsweredLater =
            $request->isMethodSafe() ||
            Role::Reader === $needs?->role ||
            MayTakeLong::isSaidOf($event->getAttributes(Changes::class), $event->getAttributes(MayTakeLong::class));
        $bytes = strlen($request->getContent());
        // What is larger than any document is refused at once; what works step by step asks for itself.
        $isLong =
            $bytes > self::AT_ONCE && $bytes <= JsonText::MAX_BYTES && [] === $event->getAttributes(MayTakeLong::class);
        $controller = $event->getController();
        $within = function (mixed ...$arguments) use ($controller, $request, $watch, $isAnsweredLater, $isLong): mixed {
            $work = static fn(): mixed => call_user_func_array($controller, $arguments);
            if ($watch instanceof \Closure) {
                return Within::seconds(self::SECONDS_OF_WORKER, $work, $watch);
            }
            if (!$isAnsweredLater) {
                return Within::seconds(self::SECONDS_OF_CHANGE, $work);
            }
            if ($isLong) {
                return self::later($this->answers->ask($request));
            }
            try {
                return Within::milliseconds($this->milliseconds, $work);
            } catch (NeedsWorker) {
                return self::later($this->answers->ask($request));
            } catch (OutOfBudget $e) {
                return $e->isOfTime ? self::later($this->answers->ask($request)) : throw $e;
            }
        };
        $event->setController($within, $event->getAttributes());
    }

    #[AsEventListener(priority: 100)]
    public function onException(ExceptionEvent $event): void
    {
        $error = $event->getThrowable();
        if ($error instanceof Abandoned) {
            $event->getRequest()->attributes->set(self::ABANDONED, $error);
            $event->setResponse(new Response());
        }
    }

    /**
     * @param array{id: string, state: string, steps: int, made_at: int, ...<string, mixed>} $asked
     */
    public static function later(array $asked): JsonResponse
    {
        return new JsonResponse(
            new LaterView($asked['id'], $asked['state'], (string) $asked['steps'], max(0, time() - $asked['made_at'])),
            Response::HTTP_ACCEPTED,
            ['Location' => '/api/answers/' . $asked['id'], 'Retry-After' => '1', 'Cache-Control' => 'no-store'],
        );
    }
}
