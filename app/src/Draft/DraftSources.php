<?php

declare(strict_types=1);

namespace Ithrel\App\Draft;

use Ithrel\App\Api\Dto\DraftFile;
use Ithrel\App\Later\AtWork;
use Ithrel\App\Net\HostPolicy;
use Ithrel\App\People\Role;
use Ithrel\App\People\Who;
use Ithrel\App\Rehearsal\ShopAddress;
use Ithrel\Core\Document\Problem;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Draft\DraftSource;
use Symfony\Component\HttpKernel\Exception\AccessDeniedHttpException;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/**
 * Sources as a request tells them: the bytes of a file, or an address. What a stranger can make large or slow, a page
 * by its address, a spreadsheet, a long text, is read by a process of its own on a worker, with bounds of time and
 * memory that end it from outside.
 */
final readonly class DraftSources
{
    /** Bytes that are read at once. */
    private const AT_ONCE = 200_000;

    private const SECONDS = 50;
    private const MEMORY = '700M';

    public function __construct(private AtWork $work, private HostPolicy $policy, private Who $who) {}

    /**
     * @throws UnreadableDocument
     */
    public function read(DraftFile $file, int $minorUnits): DraftSource
    {
        $address = trim($file->address ?? '');
        $bytes = '' === $address ? base64_decode($file->base64 ?? '', true) : '';
        if (false === $bytes) {
            throw UnreadableDocument::at('', 'The bytes of a file were expected, as base64.');
        }
        $name = pathinfo($file->name, PATHINFO_FILENAME);
        if ('' !== $address) {
            if (!$this->who->role(Role::Tester)->includes(Role::Tester)) {
                throw new AccessDeniedHttpException('A page is read by its address for testers; you are a reader.');
            }
            ShopAddress::of($address, [ShopAddress::hostOf($address)]);
            $this->policy->check($address);
        } elseif (!SpreadsheetCells::isOne($bytes) && strlen($bytes) <= self::AT_ONCE) {
            return SourceFile::read($bytes, $name, $minorUnits);
        }
        $this->work->onWorker();

        return $this->apart(new SourceCall($address, $bytes, $name, $minorUnits, $this->policy));
    }

    /**
     * @throws UnreadableDocument
     */
    private function apart(SourceCall $call): DraftSource
    {
        $process = new Process(
            [PHP_BINARY, '-d', 'memory_limit=' . self::MEMORY, dirname(__DIR__, 2) . '/bin/source.php'],
            null,
            null,
            serialize($call),
            self::SECONDS,
        );
        try {
            $process->run();
        } catch (ProcessTimedOutException) {
            throw UnreadableDocument::at('', sprintf('Reading it takes longer than %d seconds.', self::SECONDS));
        }
        $said = @unserialize($process->getOutput());

        return match (true) {
            $said instanceof DraftSource => $said,
            $said instanceof Problem => throw new UnreadableDocument([$said]),
            default => throw UnreadableDocument::at(
                '',
                sprintf('It is too large to be read: that takes more than %s of memory.', self::MEMORY),
            ),
        };
    }
}
