<?php

declare(strict_types=1);

namespace Ithrel\App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261127000001 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Documents are found by their hash.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE INDEX IDX_revision_sha256 ON revision (sha256)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP INDEX IDX_revision_sha256');
    }
}
