<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\ORM\EntityManagerInterface;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Report;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Today;
use Ithrel\Core\Setup\UnreadableDocument;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/**
 * The setups kept: brings them in, finds, checks and removes them.
 */
final class Shelf
{
    public function __construct(private readonly EntityManagerInterface $entities, private readonly Reader $reader, private readonly CompiledSetups $compiled)
    {
    }

    /**
     * @return list<StoredSetup> newest first
     */
    public function all(): array
    {
        return $this->entities->getRepository(StoredSetup::class)->findBy([], ['createdAt' => 'DESC', 'id' => 'DESC']);
    }

    public function get(string $id): StoredSetup
    {
        return $this->entities->find(StoredSetup::class, $id) ?? throw new NotFoundHttpException('There is no such setup on the shelf. It may have been removed.');
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
        $revision = $stored->revise($document, self::short($setup->item->name), new \DateTimeImmutable());
        $this->entities->flush();

        return $revision;
    }

    public function rename(StoredSetup $stored, string $title): void
    {
        $stored->rename($title);
        $this->entities->flush();
    }

    public function remove(StoredSetup $stored): void
    {
        $this->entities->remove($stored);
        $this->entities->flush();
    }

    public function reach(Revision $revision): Reach
    {
        return $this->compiled->of($revision->document(), self::today());
    }

    /**
     * What the check of a revision says; worked out once a document and day.
     *
     * @return array<string, mixed>
     */
    public function report(Revision $revision): array
    {
        $key = ['sha256' => $revision->sha256(), 'today' => self::today(), 'engine' => $this->compiled->engine()];
        $kept = $this->entities->find(CheckResult::class, $key);
        if (null !== $kept) {
            return $kept->report();
        }
        /** @var array<string, mixed> $report plain arrays, as the database gives them back */
        $report = json_decode(json_encode(Report::of($this->reach($revision))->toArray(), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), true, 512, JSON_THROW_ON_ERROR);
        // Another request may have worked it out meanwhile; either result is the same.
        $this->entities->getConnection()->executeStatement(
            'INSERT OR IGNORE INTO check_result (sha256, today, engine, report, created_at) VALUES (?, ?, ?, ?, ?)',
            [...array_values($key), json_encode($report, JSON_THROW_ON_ERROR), (new \DateTimeImmutable())->format('Y-m-d H:i:s')],
        );

        return $report;
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
