<?php

declare(strict_types=1);

namespace Ithrel\App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261127000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Work waits as messages; what waited is put there by the next worker.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('DROP TABLE work');
        $this->addSql(
            'CREATE TABLE work_message (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, body CLOB NOT NULL, ' .
                'headers CLOB NOT NULL, queue_name VARCHAR(190) NOT NULL, created_at DATETIME NOT NULL, available_at ' .
                'DATETIME NOT NULL, delivered_at DATETIME DEFAULT NULL, tries INTEGER NOT NULL DEFAULT 0)',
        );
        $this->addSql('CREATE INDEX IDX_work_message ON work_message (queue_name, available_at, delivered_at, id)');
        $this->addSql('ALTER TABLE rehearsal ADD COLUMN round INTEGER NOT NULL DEFAULT 0');
        $this->addSql('ALTER TABLE rehearsal_check ADD COLUMN turn INTEGER NOT NULL DEFAULT 0');
        $this->addSql('CREATE INDEX IDX_rehearsal_check_turn ON rehearsal_check (rehearsal_id, turn)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP INDEX IDX_rehearsal_check_turn');
        $this->addSql('ALTER TABLE rehearsal_check DROP COLUMN turn');
        $this->addSql('ALTER TABLE rehearsal DROP COLUMN round');
        $this->addSql('DROP TABLE work_message');
        $this->addSql(
            'CREATE TABLE work (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, run VARCHAR(26) NOT NULL, number ' .
                'INTEGER NOT NULL, owner VARCHAR(100) DEFAULT NULL, held_until INTEGER NOT NULL, tries INTEGER NOT ' .
                'NULL DEFAULT 0, UNIQUE (run, number))',
        );
    }
}
