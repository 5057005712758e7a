<?php

declare(strict_types=1);

namespace Ithrel\App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126000004 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Verdicts as they were worked out last; accounts, the log, remarks.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE setup_verdict (verdict VARCHAR(16) NOT NULL, open_items INTEGER NOT NULL, mark ' .
                'VARCHAR(64) NOT NULL, setup_id VARCHAR(26) NOT NULL, PRIMARY KEY (setup_id), CONSTRAINT ' .
                'FK_setup_verdict_setup FOREIGN KEY (setup_id) REFERENCES setup (id) ON DELETE CASCADE NOT ' .
                'DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE INDEX IDX_rehearsal_state ON rehearsal (state)');
        foreach (['opening CLOB', 'looked_at DATETIME', 'is_still BOOLEAN'] as $column) {
            $this->addSql(sprintf('ALTER TABLE rehearsal ADD COLUMN %s DEFAULT NULL', $column));
        }
        $this->addSql('ALTER TABLE rehearsal ADD COLUMN carries BOOLEAN NOT NULL DEFAULT 0');
        $this->addSql('ALTER TABLE rehearsal_check ADD COLUMN carried_from VARCHAR(26) DEFAULT NULL');
        $this->addSql(
            'CREATE TABLE handed_prices (text CLOB NOT NULL, person VARCHAR(200) NOT NULL, handed_at DATETIME ' .
                'NOT NULL, setup_id VARCHAR(26) NOT NULL, PRIMARY KEY (setup_id), CONSTRAINT FK_handed_prices_setup ' .
                'FOREIGN KEY (setup_id) REFERENCES setup (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql(
            'CREATE TABLE account (id VARCHAR(26) NOT NULL, password VARCHAR(255) NOT NULL, removed_at DATETIME ' .
                'DEFAULT NULL, name VARCHAR(200) NOT NULL, role VARCHAR(10) NOT NULL, created_at DATETIME NOT NULL, ' .
                'PRIMARY KEY (id))',
        );
        $this->addSql('CREATE UNIQUE INDEX UNIQ_7D3656A45E237E06 ON account (name)');
        $this->addSql(
            'CREATE TABLE sign_in_try (who VARCHAR(64) NOT NULL, tries INTEGER NOT NULL, since INTEGER NOT NULL, ' .
                'PRIMARY KEY (who))',
        );
        $this->addSql(
            'CREATE TABLE log_entry (id VARCHAR(26) NOT NULL, at DATETIME NOT NULL, person VARCHAR(200) NOT ' .
                'NULL, what CLOB NOT NULL, setup VARCHAR(26) DEFAULT NULL, title VARCHAR(200) DEFAULT NULL, PRIMARY ' .
                'KEY (id))',
        );
        $this->addSql('CREATE INDEX IDX_log_entry_setup ON log_entry (setup)');
        $this->addSql(
            'CREATE TABLE remark (id VARCHAR(26) NOT NULL, closed_by VARCHAR(200) DEFAULT NULL, closed_at ' .
                'DATETIME DEFAULT NULL, about CLOB NOT NULL, place CLOB NOT NULL, words CLOB NOT NULL, answers ' .
                'VARCHAR(26) DEFAULT NULL, person VARCHAR(200) NOT NULL, text CLOB NOT NULL, written_at DATETIME NOT ' .
                'NULL, setup_id VARCHAR(26) NOT NULL, PRIMARY KEY (id), CONSTRAINT FK_remark_setup FOREIGN KEY ' .
                '(setup_id) REFERENCES setup (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE INDEX IDX_E1CAD839CDCDB68E ON remark (setup_id)');
    }

    public function down(Schema $schema): void
    {
        foreach (['carries', 'opening', 'looked_at', 'is_still'] as $column) {
            $this->addSql('ALTER TABLE rehearsal DROP COLUMN ' . $column);
        }
        $this->addSql('ALTER TABLE rehearsal_check DROP COLUMN carried_from');
        $this->addSql('DROP INDEX IDX_rehearsal_state');
        foreach (['setup_verdict', 'account', 'sign_in_try', 'log_entry', 'remark', 'handed_prices'] as $table) {
            $this->addSql('DROP TABLE ' . $table);
        }
    }

    public function isTransactional(): bool
    {
        return true;
    }
}
