<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Doctrine\DBAL\Connection;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Log;
use Ithrel\App\People\Who;
use Ithrel\App\Store\Afterwards;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ControllerArgumentsEvent;

/**
 * Writes every change into the log in the transaction in which it is made: who, when, what, of which setup.
 */
final readonly class ChangeLog
{
    /** Where the setup of a request is found by what stands in its address. */
    private const SETUPS = [
        'id' => 'SELECT id, title FROM setup WHERE id = ?',
        'run' => 'SELECT s.id, s.title FROM rehearsal r JOIN setup s ON s.id = r.setup_id WHERE r.id = ?',
        'page' => 'SELECT s.id, s.title FROM item_page p JOIN setup s ON s.id = p.setup_id WHERE p.id = ?',
    ];

    public function __construct(
        private Connection $connection,
        private Log $log,
        private Who $who,
        private Afterwards $afterwards,
    ) {}

    /** Within the budget of the request, which is set around it (LongRequests). */
    #[AsEventListener(priority: -50)]
    public function around(ControllerArgumentsEvent $event): void
    {
        $changes = $event->getAttributes(Changes::class)[0] ?? null;
        if (!$changes instanceof Changes) {
            return;
        }
        $request = $event->getRequest();
        $controller = $event->getController();
        $around = function (mixed ...$arguments) use ($controller, $changes, $request): mixed {
            $change = function () use ($controller, $arguments, $changes, $request): mixed {
                // A setup that is removed is still called by its name before.
                $setup = $this->setup($request);
                $response = call_user_func_array($controller, $arguments);
                if (!$response instanceof Response || !$response->isSuccessful() || $response instanceof Unchanged) {
                    return $response;
                }
                // Who it was is known now, and no longer once the request is over.
                $who = $this->who->name();
                $write = fn() => $this->write($who, $changes->words, $setup, (string) $response->getContent());
                $changes->waits ? $this->afterwards->later($write) : $write();

                return $response;
            };

            return $changes->waits ? $change() : $this->connection->transactional($change);
        };
        // Whoever looks next at what is said of the controller sees what is said of what stands within.
        $event->setController($around, $event->getAttributes());
    }

    /**
     * @param array{string|null, string|null} $setup id and title
     * @param string $answer in JSON; "" where there is none
     */
    private function write(string $who, string $words, array $setup, string $answer): void
    {
        $made = json_decode($answer, true, 512);
        $told = is_array($made) ? array_filter($made, is_string(...)) : [];
        if (null === $setup[0] && isset($told['id'], $told['title'])) {
            $setup = [$told['id'], $told['title']];
        }
        $this->log->write($who, str_replace('{name}', $told['name'] ?? '', $words), ...$setup);
    }

    /**
     * @return array{string|null, string|null} id and title
     */
    private function setup(Request $request): array
    {
        foreach (self::SETUPS as $parameter => $sql) {
            $id = $request->attributes->get($parameter);
            $row = is_string($id) ? $this->connection->fetchAssociative($sql, [$id]) : false;
            if (false !== $row && is_string($row['id']) && is_string($row['title'])) {
                return [$row['id'], $row['title']];
            }
        }

        return [null, null];
    }
}
