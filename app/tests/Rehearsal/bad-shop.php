<?php

declare(strict_types=1);

// A shop that does what its path says, for the tests of what a rehearsal does with such shops. Served by PHP's own
// server.

$path = (string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH);
$what = explode('/', $path)[1];
$count = (string) getenv('BAD_SHOP_VAR') . '/' . $what;
file_put_contents($count, 'x', FILE_APPEND);
$opened = [
    'item' => 'a',
    'sha256' => str_repeat('a', 64),
    'page' => [],
    'links' => array_fill_keys(['clicks', 'form', 'express', 'cart', 'checkout', 'order'], '/' . $what . '/next'),
];

header('Content-Type: application/json');
switch ($what) {
    case 'slow':
        usleep(300_000);
        echo json_encode(['good' => true]);
        break;
    case 'hangs':
        sleep(4);
        echo '{}';
        break;
    case 'drips':
        for ($i = 0; $i < 40; ++$i) {
            echo ' ';
            flush();
            usleep(100_000);
        }
        break;
    case '500':
    case '404':
        http_response_code((int) $what);
        echo '{"title": "no"}';
        break;
    case 'second':
        // Fails the first time, as a shop does that has just been restarted.
        if (filesize($count) < 2) {
            http_response_code(503);
        }
        echo json_encode(['good' => true]);
        break;
    case 'breaks':
        header('Content-Length: 5000');
        echo '{"good": ';
        break;
    case 'circle':
        header('Location: /circle/' . bin2hex(random_bytes(3)), true, 302);
        break;
    case 'away':
        header('Location: http://10.0.0.1/there', true, 302);
        break;
    case 'once':
        '/once' === $path
            ? header('Location: /once/there?x=1', true, 303)
            : print json_encode([
                'at' => $_SERVER['REQUEST_URI'],
                'method' => $_SERVER['REQUEST_METHOD'],
                'cookie' => $_COOKIE,
            ]);
        break;
    case 'cookie':
        setcookie('lamp', 'lit', ['path' => '/', 'httponly' => true]);
        echo json_encode(['cookie' => $_COOKIE]);
        break;
    case 'large':
        for ($i = 0; $i < 100; ++$i) {
            echo str_repeat('0', 1_000_000);
        }
        break;
    case 'bomb':
        // 100 MB of zeros, sent in 100 kB.
        header('Content-Encoding: gzip');
        readfile((string) getenv('BAD_SHOP_VAR') . '/bomb.gz');
        break;
    case 'html':
        echo '<!doctype html><title>Lamps</title>';
        break;
    case 'text':
        echo '"lamps"';
        break;
    case 'deep':
        echo str_repeat('[', 5000) . str_repeat(']', 5000);
        break;
    case 'other':
        echo json_encode($opened);
        break;
    case 'links':
        echo json_encode(['sha256' => null, 'links' => ['clicks' => 7]] + $opened);
        break;
    case 'page':
        echo json_encode(
            str_ends_with($path, '/next')
                ? ['refused' => null, 'accepted' => 'yes', 'page' => []]
                : ['sha256' => null] + $opened,
        );
        break;
    default:
        http_response_code(404);
}
