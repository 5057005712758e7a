<?php

declare(strict_types=1);

namespace Ithrel\App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126000003 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Shops; mapped pages of items; rehearsals on pages, with their pictures.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE shop (id VARCHAR(26) NOT NULL, name VARCHAR(200) NOT NULL, hosts CLOB NOT NULL, orders ' .
                'BOOLEAN NOT NULL, pause INTEGER NOT NULL, ceilings CLOB NOT NULL, map CLOB DEFAULT NULL, host ' .
                'VARCHAR(260) NOT NULL, created_at DATETIME NOT NULL, PRIMARY KEY (id))',
        );
        $this->addSql('CREATE UNIQUE INDEX UNIQ_AC6A4CA2CF2713FD ON shop (host)');
        $this->addSql(
            'CREATE TABLE item_page (id VARCHAR(26) NOT NULL, state VARCHAR(10) NOT NULL, message CLOB DEFAULT ' .
                'NULL, map CLOB DEFAULT NULL, pictures CLOB NOT NULL, by_hand CLOB NOT NULL, seconds INTEGER NOT ' .
                'NULL, address VARCHAR(2000) NOT NULL, created_at DATETIME NOT NULL, setup_id VARCHAR(26) NOT NULL, ' .
                'shop_id VARCHAR(26) NOT NULL, PRIMARY KEY (id), CONSTRAINT FK_item_page_setup FOREIGN KEY ' .
                '(setup_id) REFERENCES setup (id) ON DELETE CASCADE NOT DEFERRABLE INITIALLY IMMEDIATE, CONSTRAINT ' .
                'FK_item_page_shop FOREIGN KEY (shop_id) REFERENCES shop (id) NOT DEFERRABLE INITIALLY IMMEDIATE)',
        );
        $this->addSql('CREATE INDEX IDX_DC3AF2DBCDCDB68E ON item_page (setup_id)');
        $this->addSql('CREATE INDEX IDX_DC3AF2DB4D16C4DD ON item_page (shop_id)');
        $this->addSql('ALTER TABLE rehearsal ADD COLUMN map CLOB DEFAULT NULL');
        $this->addSql('ALTER TABLE rehearsal ADD COLUMN page VARCHAR(26) DEFAULT NULL');
        $this->addSql('ALTER TABLE rehearsal ADD COLUMN orders BOOLEAN NOT NULL DEFAULT 0');
        $this->addSql("ALTER TABLE rehearsal_check ADD COLUMN unseen CLOB NOT NULL DEFAULT '[]'");
        $this->addSql("ALTER TABLE rehearsal_check ADD COLUMN pictures CLOB NOT NULL DEFAULT '[]'");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE item_page');
        $this->addSql('DROP TABLE shop');
        foreach (['map', 'page', 'orders'] as $column) {
            $this->addSql('ALTER TABLE rehearsal DROP COLUMN ' . $column);
        }
        foreach (['unseen', 'pictures'] as $column) {
            $this->addSql('ALTER TABLE rehearsal_check DROP COLUMN ' . $column);
        }
    }

    public function isTransactional(): bool
    {
        return true;
    }
}
