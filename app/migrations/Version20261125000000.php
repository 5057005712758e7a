<?php

declare(strict_types=1);

namespace Ithrel\App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261125000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Rehearsals, their checks, and the queue of work.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE rehearsal (id VARCHAR(26) NOT NULL, revision INTEGER NOT NULL, address VARCHAR(2000) ' .
                'DEFAULT NULL, faults CLOB NOT NULL, today VARCHAR(10) NOT NULL, created_at DATETIME NOT NULL, state ' .
                'VARCHAR(10) NOT NULL, pairs INTEGER NOT NULL, lower_bound INTEGER NOT NULL, combinations INTEGER ' .
                'NOT NULL, message CLOB DEFAULT NULL, ended_at DATETIME DEFAULT NULL, setup_id VARCHAR(26) NOT NULL, ' .
                'PRIMARY KEY (id), CONSTRAINT FK_rehearsal_setup FOREIGN KEY (setup_id) REFERENCES setup (id) ON ' .
                'DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE INDEX IDX_rehearsal_setup ON rehearsal (setup_id, id)');
        $this->addSql(
            'CREATE TABLE rehearsal_check (number INTEGER NOT NULL, "plan" CLOB NOT NULL, verdict VARCHAR(10) ' .
                'NOT NULL, found CLOB DEFAULT NULL, differences CLOB NOT NULL, reason CLOB DEFAULT NULL, ' .
                'milliseconds INTEGER NOT NULL, rehearsal_id VARCHAR(26) NOT NULL, PRIMARY KEY (rehearsal_id, ' .
                'number), CONSTRAINT FK_rehearsal_check_rehearsal FOREIGN KEY (rehearsal_id) REFERENCES rehearsal ' .
                '(id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE INDEX IDX_rehearsal_check_verdict ON rehearsal_check (rehearsal_id, verdict)');
        $this->addSql(
            'CREATE TABLE work (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL, run VARCHAR(26) NOT NULL, number ' .
                'INTEGER NOT NULL, owner VARCHAR(100) DEFAULT NULL, held_until INTEGER NOT NULL, UNIQUE (run, ' .
                'number))',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE work');
        $this->addSql('DROP TABLE rehearsal_check');
        $this->addSql('DROP TABLE rehearsal');
    }

    public function isTransactional(): bool
    {
        return true;
    }
}
