<?php

declare(strict_types=1);

namespace Ithrel\App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126000005 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Lists of what shall be sold beside those of prices.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE handed_sheet (kind VARCHAR(16) NOT NULL, text CLOB NOT NULL, person VARCHAR(200) NOT ' .
                'NULL, handed_at DATETIME NOT NULL, setup_id VARCHAR(26) NOT NULL, PRIMARY KEY (setup_id, kind), ' .
                'CONSTRAINT FK_handed_sheet_setup FOREIGN KEY (setup_id) REFERENCES setup (id) ON DELETE CASCADE NOT ' .
                'DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE INDEX IDX_51446BFECDCDB68E ON handed_sheet (setup_id)');
        $this->addSql(
            "INSERT INTO handed_sheet (kind, text, person, handed_at, setup_id) SELECT 'price-list', text, " .
                'person, handed_at, setup_id FROM handed_prices',
        );
        $this->addSql('DROP TABLE handed_prices');
    }

    public function down(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE handed_prices (text CLOB NOT NULL, person VARCHAR(200) NOT NULL, handed_at DATETIME ' .
                'NOT NULL, setup_id VARCHAR(26) NOT NULL, PRIMARY KEY (setup_id), CONSTRAINT FK_handed_prices_setup ' .
                'FOREIGN KEY (setup_id) REFERENCES setup (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql(
            'INSERT INTO handed_prices (text, person, handed_at, setup_id) SELECT text, person, handed_at, ' .
                "setup_id FROM handed_sheet WHERE kind = 'price-list'",
        );
        $this->addSql('DROP TABLE handed_sheet');
    }
}
