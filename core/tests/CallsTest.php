<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests;

use PhpParser\Node;
use PhpParser\Node\Expr\CallLike;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;
use PHPUnit\Framework\TestCase;

/**
 * A call with many arguments says which is which: nobody counts to the ninth.
 */
final class CallsTest extends TestCase
{
    private const POSITIONAL = 8;

    public function testCallsWithManyArgumentsNameThem(): void
    {
        $parser = (new ParserFactory())->createForNewestSupportedVersion();
        $finder = new NodeFinder();
        $root = \dirname(__DIR__, 2);
        $found = [];
        $calls = 0;
        foreach (['app/src', 'core/src', 'shop/src'] as $folder) {
            foreach (
                new \RecursiveIteratorIterator(
                    new \RecursiveDirectoryIterator($root . '/' . $folder, \FilesystemIterator::SKIP_DOTS),
                )
                as $file
            ) {
                \assert($file instanceof \SplFileInfo);
                if ('php' !== $file->getExtension()) {
                    continue;
                }
                $code = $parser->parse((string) file_get_contents($file->getPathname())) ?? [];
                foreach ($finder->findInstanceOf($code, CallLike::class) as $call) {
                    ++$calls;
                    if (!self::hasNoNames($call) && self::positional($call) > self::POSITIONAL) {
                        $found[] = substr($file->getPathname(), \strlen($root) + 1) . ':' . $call->getStartLine();
                    }
                }
            }
        }
        self::assertGreaterThan(10_000, $calls);
        self::assertSame([], $found);
    }

    private static function positional(CallLike $call): int
    {
        return \count(
            array_filter(
                $call->getRawArgs(),
                static fn(Node $arg): bool => $arg instanceof Node\Arg && null === $arg->name && !$arg->unpack,
            ),
        );
    }

    /** sprintf(), max(), array_push() and their like take as many as there are, and so does a command of Redis. */
    private static function hasNoNames(CallLike $call): bool
    {
        return ($call instanceof Node\Expr\FuncCall && $call->name instanceof Node\Name) ||
            ($call instanceof Node\Expr\MethodCall &&
                $call->name instanceof Node\Identifier &&
                'xclaim' === $call->name->name);
    }
}
