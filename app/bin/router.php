<?php

declare(strict_types=1);

// For PHP's own server: files under public/ are served as they are, everything else goes to the application. Browsers
// keep files whose name is a hash of what is in them; PHP's own server would have them ask for each at each page.
$path = rawurldecode((string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH));
$public = dirname(__DIR__) . '/public';
// A byte of zero is in no name of a file.
$file = str_contains($path, "\0") ? false : realpath($public . $path);
if (false !== $file && is_file($file) && str_starts_with($file, $public . '/') && !str_ends_with($file, '.php')) {
    $types = ['js' => 'text/javascript', 'css' => 'text/css', 'woff2' => 'font/woff2'];
    $type = $types[pathinfo($file, PATHINFO_EXTENSION)] ?? null;
    if (null === $type || !str_starts_with($path, '/build/assets/')) {
        return false;
    }
    header('Content-Type: ' . $type);
    header('Content-Length: ' . filesize($file));
    header('Cache-Control: public, max-age=31536000, immutable');
    header('X-Content-Type-Options: nosniff');
    readfile($file);

    return true;
}
$_SERVER['SCRIPT_NAME'] = '/index.php';
$_SERVER['SCRIPT_FILENAME'] = $public . '/index.php';
require $public . '/index.php';
