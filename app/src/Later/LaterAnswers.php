<?php

declare(strict_types=1);

namespace Ithrel\App\Later;

use Doctrine\DBAL\Connection;
use Ithrel\App\People\Who;
use Ithrel\App\Store\KeptFolder;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Uid\Ulid;

/**
 * Requests whose answer takes longer than somebody waits for at once: a worker works it out, and whoever asked comes
 * back for it. The same request of the same person is worked out once, however often it is asked meanwhile.
 *
 * @phpstan-type Asked array{
 *     id: string,
 *     method: string,
 *     address: string,
 *     body: string,
 *     person: string,
 *     said: string,
 *     state: string,
 *     steps: int,
 *     asked_at: int,
 *     begun_at: int|null,
 *     made_at: int,
 * }
 */
final readonly class LaterAnswers
{
    public const WAITING = 'waiting';
    public const WORKING = 'working';
    public const DONE = 'done';
    public const CANCELLED = 'cancelled';

    private const HEADERS = [Who::HEADER, 'If-Match'];

    /** Seconds for which an answer that is there is kept. */
    private const KEPT = 1_200;

    /** Seconds after which nobody is thought to wait for it any more. */
    private const PATIENCE = 30;

    public function __construct(
        private Connection $connection,
        private KeptFolder $kept,
        private MessageBusInterface $bus,
        private Who $who,
    ) {}

    /**
     * @return Asked the request that was put back, as it now stands
     */
    public function ask(Request $request): array
    {
        $mark = hash(
            'sha256',
            serialize([
                $request->getMethod(),
                $request->getRequestUri(),
                $request->getContent(),
                $this->who->name(),
                self::said($request),
            ]),
        );
        $id = (string) new Ulid();
        $this->connection->executeStatement('DELETE FROM later_answer WHERE made_at < ?', [time() - self::KEPT]);
        $isNew = $this->connection->executeStatement(
            'INSERT OR IGNORE INTO later_answer (id, mark, method, address, body, person, said, state, steps, asked_at, ' .
                'made_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, 0, ?, ?)',
            [
                $id,
                $mark,
                $request->getMethod(),
                $request->getRequestUri(),
                $request->getContent(),
                $this->who->account()?->name() ?? '',
                json_encode(self::said($request), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE),
                self::WAITING,
                time(),
                time(),
            ],
        );
        if (1 === $isNew) {
            $this->bus->dispatch(new AnswerRequest($id));
        }

        return $this->row('mark', $mark) ?? throw new \LogicException('What was just written is there.');
    }

    /**
     * @return array<string, string> headers by which it is answered
     */
    private static function said(Request $request): array
    {
        $said = [];
        foreach (self::HEADERS as $name) {
            $said[$name] = $request->headers->get($name);
        }

        return array_filter($said, is_string(...));
    }

    /**
     * @return Asked|null null: there is none, or it is another person's
     */
    public function find(string $id): ?array
    {
        $row = $this->row('id', $id);

        return null === $row || $row['person'] !== ($this->who->account()?->name() ?? '') ? null : $row;
    }

    /** Somebody still waits for it. */
    public function isWaitedFor(string $id): void
    {
        $this->connection->executeStatement('UPDATE later_answer SET asked_at = ? WHERE id = ?', [time(), $id]);
    }

    /** Nobody wants it any more; a worker that is at it stops. */
    public function cancel(string $id): void
    {
        $this->connection->executeStatement(
            'UPDATE later_answer SET state = ?, mark = id WHERE id = ? AND state IN (?, ?)',
            [self::CANCELLED, $id, self::WAITING, self::WORKING],
        );
    }

    /**
     * @return Asked|null the request, where it is still to be answered and somebody waits for it
     */
    public function begin(string $id): ?array
    {
        $this->connection->executeStatement(
            'UPDATE later_answer SET state = ?, begun_at = COALESCE(begun_at, ?) WHERE id = ? AND state IN (?, ?)',
            [self::WORKING, time(), $id, self::WAITING, self::WORKING],
        );
        $row = $this->row('id', $id);
        if (null === $row || self::WORKING !== $row['state']) {
            return null;
        }
        if (time() - $row['asked_at'] > self::PATIENCE) {
            $this->cancel($id);

            return null;
        }

        return $row;
    }

    /**
     * Tells how far it is.
     *
     * @throws Abandoned where nobody waits for it any more
     */
    public function goesOn(string $id, int $steps): void
    {
        $this->connection->executeStatement('UPDATE later_answer SET steps = ? WHERE id = ?', [$steps, $id]);
        $row = $this->row('id', $id);
        if (null === $row || self::WORKING !== $row['state'] || time() - $row['asked_at'] > self::PATIENCE) {
            throw new Abandoned('Nobody waits for it any more.');
        }
    }

    public function done(string $id, Response $response): void
    {
        $this->kept->write('answers/' . $id . '.bin', [
            $response->getStatusCode(),
            (string) $response->headers->get('Content-Type'),
            (string) $response->getContent(),
            (string) $response->headers->get('Content-Disposition'),
            (string) $response->headers->get('Location'),
            (string) $response->headers->get('ETag'),
        ]);
        // The same request is asked anew from now on: what it hangs on may have changed.
        $this->connection->executeStatement('UPDATE later_answer SET state = ?, mark = id WHERE id = ?', [
            self::DONE,
            $id,
        ]);
    }

    /** The answer of one that is done; null where it is not kept any more. */
    public function answer(string $id): ?Response
    {
        $kept = $this->kept->read('answers/' . $id . '.bin');
        if (!is_array($kept) || !is_int($kept[0] ?? null) || !is_string($kept[2] ?? null)) {
            return null;
        }
        $headers = [];
        foreach ([1 => 'Content-Type', 3 => 'Content-Disposition', 4 => 'Location', 5 => 'ETag'] as $at => $name) {
            if (is_string($kept[$at] ?? null) && '' !== $kept[$at]) {
                $headers[$name] = $kept[$at];
            }
        }

        return new Response($kept[2], $kept[0], $headers + ['Cache-Control' => 'no-store']);
    }

    /**
     * @return Asked|null
     */
    private function row(string $column, string $value): ?array
    {
        /** @var Asked|false $row */
        $row = $this->connection->fetchAssociative('SELECT * FROM later_answer WHERE ' . $column . ' = ?', [$value]);

        return false === $row ? null : $row;
    }
}
