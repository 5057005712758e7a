<?php

declare(strict_types=1);

// For PHP's own server: files under public/ are served as they are, everything else goes to the application.
$path = rawurldecode((string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH));
$public = dirname(__DIR__) . '/public';
$file = realpath($public . $path);
if (false !== $file && is_file($file) && str_starts_with($file, $public . '/') && !str_ends_with($file, '.php')) {
    return false;
}
$_SERVER['SCRIPT_NAME'] = '/index.php';
$_SERVER['SCRIPT_FILENAME'] = $public . '/index.php';
require $public . '/index.php';
