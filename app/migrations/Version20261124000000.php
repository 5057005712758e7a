<?php

declare(strict_types=1);

namespace Ithrel\App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261124000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Setups, their revisions, and what their checks said.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE setup (id VARCHAR(26) NOT NULL, title VARCHAR(200) NOT NULL, item VARCHAR(200) NOT ' .
                'NULL, created_at DATETIME NOT NULL, PRIMARY KEY (id))',
        );
        $this->addSql(
            'CREATE TABLE revision (setup_id VARCHAR(26) NOT NULL, number INTEGER NOT NULL, document CLOB NOT ' .
                'NULL, sha256 VARCHAR(64) NOT NULL, created_at DATETIME NOT NULL, PRIMARY KEY (setup_id, number), ' .
                'CONSTRAINT FK_6D6315CCD2B9E8C0 FOREIGN KEY (setup_id) REFERENCES setup (id) ON DELETE CASCADE NOT ' .
                'DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE INDEX IDX_6D6315CCCDCDB68E ON revision (setup_id)');
        $this->addSql(
            'CREATE TABLE check_result (sha256 VARCHAR(64) NOT NULL, today VARCHAR(10) NOT NULL, engine ' .
                'VARCHAR(16) NOT NULL, report CLOB NOT NULL, created_at DATETIME NOT NULL, PRIMARY KEY (sha256, ' .
                'today, engine))',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE check_result');
        $this->addSql('DROP TABLE revision');
        $this->addSql('DROP TABLE setup');
    }

    public function isTransactional(): bool
    {
        return true;
    }
}
