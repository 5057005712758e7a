<?php

declare(strict_types=1);

namespace Ithrel\App\People;

/**
 * Which role a request needs where its method does not tell: without this, readers read (GET) and testers do the rest.
 */
#[\Attribute(\Attribute::TARGET_METHOD)]
final readonly class Needs
{
    /**
     * @param Role|null $role null: nobody has to be signed in
     */
    public function __construct(public ?Role $role) {}
}
