<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Reach;

use Ithrel\Core\Document\Today;
use Ithrel\Core\Reach\KeptDiagrams;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Report;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\KeptInMemory;
use Ithrel\Core\Tests\Support\RandomSetup;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

final class KeptDiagramsTest extends TestCase
{
    #[TestDox('after an edit only the component that it touches is compiled again')]
    public function testOnlyWhatIsTouchedIsCompiledAgain(): void
    {
        $kept = self::memory();
        $pair = static fn(string $a, string $b, string $value): array => [
            Documents::one($a, ['x', 'y']),
            Documents::one($b, ['p', 'q'], ['shownWhen' => ['option' => $a, 'is' => $value]]),
        ];
        Documents::reach(
            ['options' => [...$pair('a', 'b', 'x'), ...$pair('c', 'd', 'y'), Documents::one('e', ['r', 's', 't'])]],
            $kept,
        )->compiled();
        self::assertSame([3, 0], [$kept->made, $kept->found]);

        // A label, a charge and a place on the page change no diagram; a condition changes its own.
        $edited = Documents::reach(
            [
                'options' => [
                    Documents::one('e', ['r', 's', 't'], ['label' => 'New', 'help' => 'x']),
                    ...$pair('a', 'b', 'x'),
                    Documents::one('c', ['x', 'y']),
                    Documents::one(
                        'd',
                        ['p', 'q'],
                        ['required' => true, 'shownWhen' => ['option' => 'c', 'is' => 'y']],
                    ),
                ],
            ],
            $kept,
        );
        $edited->compiled();
        self::assertSame([4, 2], [$kept->made, $kept->found]);
        self::assertSame((string) ((1 + 1 + 3) * (1 + 1 + 2) * 4), gmp_strval($edited->offered()));
    }

    #[TestDox('what was taken over says the same as what is compiled anew')]
    public function testTakenOverIsAsGoodAsNew(): void
    {
        $reader = Reader::shipped();
        $kept = self::memory();
        for ($seed = 1; $seed <= 150; ++$seed) {
            $json = json_encode(RandomSetup::document($seed, 0 === $seed % 3, 9), JSON_THROW_ON_ERROR);
            $kept->forgetOwn();
            $read = static fn(?KeptDiagrams $kept): Reach => new Reach(
                $reader->read($json, Today::of(Documents::TODAY)),
                false,
                $kept,
            );
            $read($kept)->compiled();
            $taken = $read($kept);
            self::assertEquals(Report::of($read(null))->toArray(), Report::of($taken)->toArray(), 'Seed ' . $seed);
        }
        self::assertGreaterThan(300, $kept->found);
    }

    private static function memory(): KeptInMemory
    {
        return new KeptInMemory();
    }
}
