<?php

declare(strict_types=1);

use Ithrel\App\Draft\SourceCall;
use Ithrel\Core\Document\UnreadableDocument;

// Reads one source of a draft in a process of its own, which can be ended whatever it is at: a call on standard input,
// the source, or what is wrong with it, on standard output.
require dirname(__DIR__, 2) . '/vendor/autoload.php';

ini_set('display_errors', 'stderr');
// What ends it asks it to, so that a browser that it began ends with it.
pcntl_async_signals(true);
pcntl_signal(SIGTERM, static fn() => exit(1));
$call = unserialize((string) stream_get_contents(STDIN));
if (!$call instanceof SourceCall) {
    exit(2);
}
try {
    echo serialize($call->source());
} catch (UnreadableDocument $e) {
    echo serialize($e->problems[0]);
}
