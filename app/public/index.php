<?php

declare(strict_types=1);

use Ithrel\App\Kernel;
use Symfony\Component\HttpFoundation\Request;

require dirname(__DIR__, 2) . '/vendor/autoload.php';

$environment = getenv('APP_ENV');
$kernel = new Kernel(false === $environment ? 'prod' : $environment, false);
$request = Request::createFromGlobals();
$response = $kernel->handle($request);
$response->send();
$kernel->terminate($request, $response);
