<?php

declare(strict_types=1);

namespace Ithrel\App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126000001 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'A rehearsal says what its plan left out.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE rehearsal ADD COLUMN left_out CLOB DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE rehearsal DROP COLUMN left_out');
    }

    public function isTransactional(): bool
    {
        return true;
    }
}
