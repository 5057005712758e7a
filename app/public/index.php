<?php

declare(strict_types=1);

use Ithrel\App\Kernel;
use Symfony\Component\HttpFoundation\Request;

require dirname(__DIR__, 2) . '/vendor/autoload.php';

$environment = getenv('APP_ENV') ?: 'prod';
// In "dev", the container is made anew whenever a source of it changes.
$kernel = new Kernel($environment, 'dev' === $environment);
$request = Request::createFromGlobals();
$response = $kernel->handle($request);
$response->send();
$kernel->terminate($request, $response);
