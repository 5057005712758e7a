<?php

declare(strict_types=1);

namespace Ithrel\App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261202000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Requests that are answered later.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE later_answer (id VARCHAR(26) NOT NULL PRIMARY KEY, mark VARCHAR(64) NOT NULL UNIQUE, ' .
                'method VARCHAR(10) NOT NULL, address CLOB NOT NULL, body CLOB NOT NULL, person VARCHAR(200) NOT NULL, ' .
                'said CLOB NOT NULL, state VARCHAR(10) NOT NULL, steps BIGINT NOT NULL, asked_at BIGINT NOT NULL, ' .
                'begun_at BIGINT, made_at BIGINT NOT NULL)',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE later_answer');
    }
}
