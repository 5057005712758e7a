<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Today;
use Ithrel\Core\Setup\UnreadableDocument;

/**
 * Keeps what was compiled of a document, by its hash and the day, in files that survive a restart;
 * a click then costs reading a file, not a compile.
 */
final class CompiledSetups
{
    private ?string $engine = null;

    public function __construct(private readonly Reader $reader, private readonly string $folder)
    {
    }

    /**
     * @throws UnreadableDocument
     * @throws TooLarge
     */
    public function of(string $document, string $today): Reach
    {
        $file = sprintf('%s/%s-%s-%s.bin', $this->folder, hash('sha256', $document), $today, $this->engine());
        $reach = KeptFile::read($file);
        if ($reach instanceof Reach) {
            return $reach;
        }
        $reach = new Reach($this->reader->read($document, Today::of($today)));
        try {
            $reach->compiled(new DiagramFiles($this->folder.'/components-'.$this->engine()));
        } catch (TooLarge) {
            // What is known of it is kept; that it is too large is told by whoever asks for more.
        }
        KeptFile::write($file, serialize($reach));

        return $reach;
    }

    /** A mark of the code that compiles: what an older one kept is not read. */
    public function engine(): string
    {
        if (null === $this->engine) {
            $times = '';
            foreach (['Setup', 'Answer', 'Reach', 'Limit', 'Price', 'Price/Formula', 'Cart', 'Plan', 'Finding', 'Finding/Pass', 'Setup/Charge', 'Setup/Condition', 'Setup/Limits'] as $folder) {
                $sources = glob(dirname(__DIR__, 3).'/core/src/'.$folder.'/*.php');
                foreach (false === $sources ? [] : $sources as $source) {
                    $times .= filemtime($source).filesize($source);
                }
            }
            $this->engine = substr(hash('sha256', $times), 0, 16);
        }

        return $this->engine;
    }
}
