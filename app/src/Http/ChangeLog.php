<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Doctrine\DBAL\Connection;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Log;
use Ithrel\App\People\Who;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Symfony\Component\HttpKernel\Event\ResponseEvent;

/**
 * Writes every change into the log once it has been made: who, when, what, of which setup.
 */
final readonly class ChangeLog
{
    /** Where the setup of a request is found by what stands in its address. */
    private const SETUPS = [
        'id' => 'SELECT id, title FROM setup WHERE id = ?',
        'run' => 'SELECT s.id, s.title FROM rehearsal r JOIN setup s ON s.id = r.setup_id WHERE r.id = ?',
        'page' => 'SELECT s.id, s.title FROM item_page p JOIN setup s ON s.id = p.setup_id WHERE p.id = ?',
    ];

    public function __construct(private Connection $connection, private Log $log, private Who $who) {}

    /** Before it is carried out: a setup that is removed is still called by its name then. */
    #[AsEventListener]
    public function before(ControllerEvent $event): void
    {
        $changes = $event->getAttributes(Changes::class)[0] ?? null;
        if ($changes instanceof Changes) {
            $event->getRequest()->attributes->set('changes', [$changes->words, ...$this->setup($event->getRequest())]);
        }
    }

    #[AsEventListener]
    public function after(ResponseEvent $event): void
    {
        $changes = $event->getRequest()->attributes->get('changes');
        if (!is_array($changes) || !$event->isMainRequest() || !$event->getResponse()->isSuccessful()) {
            return;
        }
        [$words, $setup, $title] = $changes;
        if (null === $setup) {
            $made = json_decode((string) $event->getResponse()->getContent(), true, 512);
            [$setup, $title] =
                is_array($made) && is_string($made['id'] ?? null) && is_string($made['title'] ?? null)
                    ? [$made['id'], $made['title']]
                    : [null, null];
        }
        $this->log->write(
            $this->who->name(),
            is_string($words) ? $words : '',
            is_string($setup) ? $setup : null,
            is_string($title) ? $title : null,
        );
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
