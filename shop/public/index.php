<?php

declare(strict_types=1);

use Ithrel\Shop\Http\Catalogue;
use Ithrel\Shop\Http\Front;
use Ithrel\Shop\Http\Guard;
use Symfony\Component\HttpFoundation\Request;

// Under PHP's own server, files beside this one are served as they are.
$path = (string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH);
if (in_array($path, ['/shop.css', '/shop.js', '/shop.svg', '/face.js', '/face.css'], true)) {
    return false;
}
require dirname(__DIR__, 2) . '/vendor/autoload.php';

$var = (string) getenv('ITHREL_SHOP_VAR');
$var = '' === $var ? sys_get_temp_dir() . '/ithrel-shop' : $var;
$today = (string) getenv('ITHREL_TODAY');
$front = new Front(
    new Catalogue($var . '/items'),
    $var . '/sessions',
    '' === $today ? date('Y-m-d') : $today,
    new Guard((string) getenv('ITHREL_HOSTS')),
);
$front->handle(Request::createFromGlobals())->send();
