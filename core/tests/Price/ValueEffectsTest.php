<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Price;

use Ithrel\Core\Document\Today;
use Ithrel\Core\Price\Spread\EffectsOneByOne;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Price\Spread\OneByOne;
use Ithrel\Core\Price\Spread\ValueEffect;
use Ithrel\Core\Price\Spread\ValueEffects;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\RandomPrices;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

final class ValueEffectsTest extends TestCase
{
    #[TestDox('what a value does is the same by diagrams and combination by combination, where both know it')]
    public function testTwoReadingsAgree(): void
    {
        $files = glob(dirname(__DIR__, 3) . '/demo/setups/*.json');
        $documents = array_map(
            static fn(string $file): string => (string) file_get_contents($file),
            false === $files ? [] : $files,
        );
        $start = 1000 * intdiv(time(), 86400);
        for ($seed = $start; $seed < $start + 100; ++$seed) {
            $documents[] = json_encode(RandomPrices::document($seed), JSON_THROW_ON_ERROR);
        }
        $compared = 0;
        foreach ($documents as $n => $document) {
            $reach = new Reach(Reader::shipped()->read($document, Today::of(Documents::TODAY)));
            if (gmp_cmp($reach->selectable(), OneByOne::MOST) > 0) {
                continue;
            }
            try {
                $exact = ValueEffects::exact($reach);
                $oneByOne = (new EffectsOneByOne($reach))->all();
            } catch (NotExact) {
                continue;
            }
            self::assertSame(
                array_map(self::row(...), $exact),
                array_map(self::row(...), $oneByOne),
                'Document ' . $n . ' of day ' . $start,
            );
            $compared += count($exact);
        }
        self::assertGreaterThan(100, $compared);
    }

    public function testFewCombinationsAreNeverNotKnown(): void
    {
        $plate = (string) file_get_contents(dirname(__DIR__, 3) . '/demo/setups/04-engraved-plate.json');
        $reach = new Reach(Reader::shipped()->read($plate, Today::of(Documents::TODAY)));
        $effects = array_map(self::row(...), ValueEffects::of($reach));
        self::assertContains([2, 1, 0, '2.7', '2.7'], $effects);
        self::assertContains([5, 0, null, '1.2', '1.2'], $effects);
    }

    /**
     * @return array{int, int, int|null, string, string}
     */
    private static function row(ValueEffect $effect): array
    {
        return [
            $effect->option,
            $effect->value,
            $effect->against,
            (string) $effect->least?->strippedOfTrailingZeros(),
            (string) $effect->greatest?->strippedOfTrailingZeros(),
        ];
    }
}
