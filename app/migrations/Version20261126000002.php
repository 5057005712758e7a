<?php

declare(strict_types=1);

namespace Ithrel\App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126000002 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Ticks and samples of boundary sheets; what is accepted at the gate; signed launches.';
    }

    public function up(Schema $schema): void
    {
        $cascade = 'FOREIGN KEY (setup_id) REFERENCES setup (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE';
        $this->addSql(
            'CREATE TABLE limit_tick (known VARCHAR(12) NOT NULL, route VARCHAR(8) NOT NULL, found VARCHAR(8) ' .
                'NOT NULL, note CLOB NOT NULL, person VARCHAR(200) NOT NULL, sha256 VARCHAR(64) NOT NULL, seen_at ' .
                'DATETIME NOT NULL, setup_id VARCHAR(26) NOT NULL, PRIMARY KEY (setup_id, known, route), CONSTRAINT ' .
                'FK_limit_tick_setup ' .
                $cascade .
                ')',
        );
        $this->addSql(
            'CREATE TABLE limit_sample (id VARCHAR(26) NOT NULL, option_code VARCHAR(200) NOT NULL, text CLOB ' .
                'NOT NULL, setup_id VARCHAR(26) NOT NULL, PRIMARY KEY (id), CONSTRAINT FK_limit_sample_setup ' .
                $cascade .
                ')',
        );
        $this->addSql(
            'CREATE TABLE accepted_item (id VARCHAR(26) NOT NULL, taken_back_by VARCHAR(200) DEFAULT NULL, ' .
                'taken_back_at DATETIME DEFAULT NULL, code VARCHAR(60) NOT NULL, place CLOB NOT NULL, known CLOB NOT ' .
                'NULL, words CLOB NOT NULL, person VARCHAR(200) NOT NULL, role VARCHAR(8) NOT NULL, why CLOB NOT ' .
                'NULL, until VARCHAR(10) DEFAULT NULL, accepted_at DATETIME NOT NULL, setup_id VARCHAR(26) NOT NULL, ' .
                'PRIMARY KEY (id), CONSTRAINT FK_accepted_item_setup ' .
                $cascade .
                ')',
        );
        $this->addSql(
            'CREATE TABLE launch (id VARCHAR(26) NOT NULL, person VARCHAR(200) NOT NULL, signed_at DATETIME NOT ' .
                'NULL, verdict VARCHAR(16) NOT NULL, revision INTEGER NOT NULL, sha256 VARCHAR(64) NOT NULL, ' .
                'document CLOB NOT NULL, gate CLOB NOT NULL, page CLOB NOT NULL, setup_id VARCHAR(26) NOT NULL, ' .
                'PRIMARY KEY (id), CONSTRAINT FK_launch_setup FOREIGN KEY (setup_id) REFERENCES setup (id) NOT ' .
                'DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('ALTER TABLE setup ADD COLUMN put_away_at DATETIME DEFAULT NULL');
        foreach (
            [
                'limit_sample' => 'IDX_14832630CDCDB68E',
                'limit_tick' => 'IDX_904A5736CDCDB68E',
                'launch' => 'IDX_79B757F5CDCDB68E',
                'accepted_item' => 'IDX_6B6B1405CDCDB68E',
            ]
            as $table => $index
        ) {
            $this->addSql(sprintf('CREATE INDEX %s ON %s (setup_id)', $index, $table));
        }
    }

    public function down(Schema $schema): void
    {
        foreach (['limit_tick', 'limit_sample', 'accepted_item', 'launch'] as $table) {
            $this->addSql('DROP TABLE ' . $table);
        }
        $this->addSql('ALTER TABLE setup DROP COLUMN put_away_at');
    }

    public function isTransactional(): bool
    {
        return true;
    }
}
