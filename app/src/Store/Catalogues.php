<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Scope\Catalogue;
use Ithrel\Core\Scope\ScopeFindings;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;

/**
 * The catalogue that is kept, and what it says of the scope of a setup.
 */
final readonly class Catalogues
{
    /** Characters of a catalogue at most. */
    private const MOST_CHARACTERS = 8_000_000;

    /** Other setups that are looked through for a clash, the newest. */
    private const MOST_OTHERS = 200;

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private Reader $reader,
    ) {}

    public function kept(): ?KeptCatalogue
    {
        return $this->entities->find(KeptCatalogue::class, KeptCatalogue::ID);
    }

    /** Null where none was brought in. */
    public function catalogue(): ?Catalogue
    {
        $kept = $this->kept();

        return null === $kept ? null : Catalogue::read($kept->text());
    }

    /**
     * @throws UnreadableDocument where it is no table of items; then the one before stays
     */
    public function keep(string $text, string $person): void
    {
        if (strlen($text) > self::MOST_CHARACTERS) {
            throw UnreadableDocument::at(
                '',
                sprintf('A catalogue has %d million characters at most.', intdiv(self::MOST_CHARACTERS, 1_000_000)),
            );
        }
        Catalogue::read($text);
        $now = new \DateTimeImmutable();
        $kept = $this->kept();
        null === $kept
            ? $this->entities->persist(new KeptCatalogue($text, $person, $now))
            : $kept->hand($text, $person, $now);
        $this->entities->flush();
    }

    /**
     * @return list<Finding>
     */
    public function findings(Catalogue $catalogue, StoredSetup $stored, Setup $setup): array
    {
        return (new ScopeFindings($catalogue))->of($setup, null === $setup->appliesTo ? [] : $this->others($stored));
    }

    /**
     * Setups on the shelf that apply to something.
     *
     * @return list<Setup>
     */
    private function others(StoredSetup $but): array
    {
        $texts = $this->connection->fetchFirstColumn(
            'SELECT r.document FROM revision r JOIN setup s ON s.id = r.setup_id WHERE s.put_away_at IS NULL AND ' .
                's.id <> ? AND r.number = (SELECT MAX(l.number) FROM revision l WHERE l.setup_id = s.id) AND ' .
                '(instr(r.document, \'"appliesTo"\') > 0 OR instr(r.document, \'\\u\') > 0) ORDER BY s.id DESC LIMIT ' .
                self::MOST_OTHERS,
            [$but->id()],
        );
        $others = [];
        foreach ($texts as $text) {
            try {
                $others[] = $this->reader->read(is_string($text) ? $text : '', Today::of(Shelf::today()));
            } catch (UnreadableDocument) {
                // Its own desk says so.
            }
        }

        return $others;
    }
}
