<?php

declare(strict_types=1);

namespace Ithrel\App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'What checks said may be pending or beyond bounds; tries of work are counted.';
    }

    public function up(Schema $schema): void
    {
        // Nothing is lost: what checks said is worked out again.
        $this->addSql('DROP TABLE check_result');
        $this->addSql(
            'CREATE TABLE check_result (sha256 VARCHAR(64) NOT NULL, today VARCHAR(10) NOT NULL, engine ' .
                'VARCHAR(16) NOT NULL, report CLOB DEFAULT NULL, trouble CLOB DEFAULT NULL, tries INTEGER NOT NULL, ' .
                'held_until INTEGER NOT NULL, created_at DATETIME NOT NULL, PRIMARY KEY (sha256, today, engine))',
        );
        $this->addSql('ALTER TABLE work ADD COLUMN tries INTEGER NOT NULL DEFAULT 0');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE check_result');
        $this->addSql(
            'CREATE TABLE check_result (sha256 VARCHAR(64) NOT NULL, today VARCHAR(10) NOT NULL, engine ' .
                'VARCHAR(16) NOT NULL, report CLOB NOT NULL, created_at DATETIME NOT NULL, PRIMARY KEY (sha256, ' .
                'today, engine))',
        );
        $this->addSql('ALTER TABLE work DROP COLUMN tries');
    }

    public function isTransactional(): bool
    {
        return true;
    }
}
