<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\DBAL\Exception\DriverException;
use Doctrine\ORM\EntityManagerInterface;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/**
 * The setups kept: brings them in, finds, checks and removes them.
 */
final class Shelf
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly Reader $reader,
        private readonly CompiledSetups $compiled,
        private readonly Pictures $pictures,
        private readonly SetupPictures $ownPictures,
        private readonly Afterwards $afterwards,
    ) {}

    /**
     * @return list<StoredSetup> newest first
     */
    public function all(): array
    {
        return $this->entities
            ->getRepository(StoredSetup::class)
            ->findBy(['putAwayAt' => null], ['createdAt' => 'DESC', 'id' => 'DESC']);
    }

    public function get(string $id): StoredSetup
    {
        return $this->entities->find(StoredSetup::class, $id) ??
            throw new NotFoundHttpException('There is no such setup on the shelf. It may have been removed.');
    }

    /** A revision that has the document of this hash; which one makes no difference to what is asked of a document. */
    public function document(string $sha256): Revision
    {
        return $this->entities->getRepository(Revision::class)->findOneBy(['sha256' => $sha256]) ??
            throw new NotFoundHttpException('No setup on the shelf has this document. It may have been removed.');
    }

    /**
     * @throws UnreadableDocument where the text is no setup document; nothing is kept then
     */
    public function bringIn(string $document): StoredSetup
    {
        $setup = $this->reader->read($document, Today::of(self::today()));
        $now = new \DateTimeImmutable();
        $stored = new StoredSetup(self::short($setup->name), self::short($setup->item->name), $now);
        $stored->revise($document, self::short($setup->item->name), $now);
        $this->entities->persist($stored);
        $this->entities->flush();

        return $stored;
    }

    /**
     * @throws UnreadableDocument where the text is no setup document; the setup stays as it was
     */
    public function revise(StoredSetup $stored, string $document): Revision
    {
        $setup = $this->reader->read($document, Today::of(self::today()));

        // Another may revise it at the same time; each gets the number after what is there once its turn has come.
        return $this->entities->wrapInTransaction(function () use ($stored, $document, $setup): Revision {
            $this->entities->refresh($stored);

            return $stored->revise($document, self::short($setup->item->name), new \DateTimeImmutable());
        });
    }

    public function rename(StoredSetup $stored, string $title): void
    {
        $stored->rename($title);
        $this->entities->flush();
    }

    /**
     * What is kept of it for speed goes first: that frees room, where the disk is full. What was launched is put away
     * instead; what was signed can always be read.
     */
    public function remove(StoredSetup $stored): void
    {
        if (0 !== $this->entities->getRepository(Launch::class)->count(['setup' => $stored])) {
            $this->putAway($stored);

            return;
        }
        [$id, $hashes, $pictured] = [$stored->id(), $this->hashes($stored), $this->pictured($stored)];
        $remove = fn(): int|string => $this->entities
            ->getConnection()
            ->executeStatement('DELETE FROM setup WHERE id = ?', [$id]);
        try {
            $remove();
        } catch (DriverException) {
            // Even to take something out, a full disk has to take something in.
            $this->compiled->forgetAll();
            $remove();
        }
        $this->entities->clear();
        // Files go once the database holds them no more: what is refused, or rolled back, has lost nothing.
        $this->afterwards->do(function () use ($id, $hashes, $pictured): void {
            foreach ($hashes as $sha256) {
                $this->compiled->forget($sha256);
            }
            $this->pictures->forget($pictured);
            $this->ownPictures->forget($id);
        });
    }

    /** It is no longer on the shelf; all of it stays. */
    public function putAway(StoredSetup $stored): void
    {
        $stored->putAway(new \DateTimeImmutable());
        $this->entities->flush();
    }

    /**
     * Its revisions without their documents: how many there are, and some, newest first.
     *
     * @return array{int, list<array{number: int, sha256: string, createdAt: string, bytes: int}>}
     */
    public function revisions(StoredSetup $stored, int $from, int $limit): array
    {
        $rows = [];
        $found = $this->entities
            ->getConnection()
            ->iterateAssociative(
                'SELECT number, sha256, created_at, LENGTH(CAST(document AS BLOB)) AS bytes FROM revision ' .
                    'WHERE setup_id = ? ORDER BY number DESC LIMIT ? OFFSET ?',
                [$stored->id(), $limit, $from],
            );
        foreach ($found as $row) {
            /** @var array{number: int, sha256: string, created_at: string, bytes: int} $row */
            $rows[] = [
                'number' => $row['number'],
                'sha256' => $row['sha256'],
                'createdAt' => (new \DateTimeImmutable($row['created_at']))->format(DATE_ATOM),
                'bytes' => $row['bytes'],
            ];
        }

        return [$stored->latest()->number(), $rows];
    }

    /**
     * @return list<string>
     */
    private function hashes(StoredSetup $stored): array
    {
        $hashes = $this->entities
            ->getConnection()
            ->fetchFirstColumn('SELECT sha256 FROM revision WHERE setup_id = ?', [$stored->id()]);

        return array_values(array_filter($hashes, is_string(...)));
    }

    /**
     * @return list<string> ids of its rehearsals and pages, which may have pictures
     */
    private function pictured(StoredSetup $stored): array
    {
        $ids = $this->entities
            ->getConnection()
            ->fetchFirstColumn(
                'SELECT id FROM rehearsal WHERE setup_id = ? UNION SELECT id FROM item_page WHERE setup_id = ?',
                [$stored->id(), $stored->id()],
            );

        return array_values(array_filter($ids, is_string(...)));
    }

    public function reach(Revision $revision): Reach
    {
        return $this->compiled->of($revision->document(), self::today());
    }

    public static function today(): string
    {
        $set = getenv('ITHREL_TODAY');

        return false === $set || '' === $set ? date('Y-m-d') : $set;
    }

    private static function short(string $text): string
    {
        return mb_substr($text, 0, 200, 'UTF-8');
    }
}
