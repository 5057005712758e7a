<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Store\Engine;
use Ithrel\App\Store\KeptFolder;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Work\Within;
use Ithrel\Core\Diagnosis\Diagnosis;
use Ithrel\Core\Diagnosis\Likely;
use Ithrel\Core\Diagnosis\Seen;
use Ithrel\Core\Setup\Setup;

/**
 * The likely places of rehearsals, worked out once for what was seen and kept in files.
 */
final readonly class Diagnoses
{
    /** Seconds that one may take; what was found when they are nearly over is told. */
    private const SECONDS = 30;

    /**
     * @param int $milliseconds for which a run that is opened waits for its own
     */
    public function __construct(private KeptFolder $kept, private Engine $engine, private int $milliseconds) {}

    /**
     * The same where it is known, or soon found.
     *
     * @param list<Seen> $seen
     *
     * @return list<Likely>|null null: it takes longer
     */
    public function atOnce(Rehearsal $rehearsal, Setup $setup, array $seen): ?array
    {
        return Within::orNothing($this->milliseconds, fn(): array => $this->of($rehearsal, $setup, $seen));
    }

    /**
     * @param list<Seen> $seen
     *
     * @return list<Likely>
     */
    public function of(Rehearsal $rehearsal, Setup $setup, array $seen): array
    {
        $differing = array_map(static fn(Seen $s): array => [$s->check->number, $s->cells], $seen);
        $name = sprintf(
            'documents/%s-%s-likely-%s.bin',
            $rehearsal->revision()->sha256(),
            $this->engine->mark(),
            hash('xxh128', serialize([$rehearsal->today(), $differing])),
        );
        $kept = $this->kept->read($name);
        if (null === $kept) {
            $likely = Within::seconds(
                self::SECONDS,
                static fn(): array => Diagnosis::of($setup, $rehearsal->revision()->document(), $seen),
            );
            $kept = array_map(static fn(Likely $l): array => [$l->at, $l->checks, $l->as, $l->extent], $likely);
            $this->kept->write($name, $kept);
        }
        /** @var list<array{string, list<int>, string|null, string}> $kept */

        return array_map(static fn(array $l): Likely => new Likely(...$l), $kept);
    }
}
