<?php

declare(strict_types=1);

namespace Ithrel\App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126000006 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The catalogue of the shop.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE catalogue (id VARCHAR(8) NOT NULL, text CLOB NOT NULL, person VARCHAR(200) NOT NULL, ' .
                'handed_at DATETIME NOT NULL, PRIMARY KEY (id))',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE catalogue');
    }
}
