<?php

declare(strict_types=1);

// Benches use the generators of the tests; both come with the development packages.
require dirname(__DIR__) . '/vendor/autoload.php';

spl_autoload_register(static function (string $class): void {
    if (str_starts_with($class, 'Ithrel\\Bench\\')) {
        require __DIR__ . '/' . strtr(substr($class, 13), '\\', '/') . '.php';
    }
});
ini_set('memory_limit', '1G');
