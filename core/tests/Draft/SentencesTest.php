<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Draft;

use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Draft\Sentence;
use Ithrel\Core\Draft\Sentences;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\RandomPrices;
use Ithrel\Core\Tests\Support\RandomSetup;
use Ithrel\Core\Tests\Support\Seeds;
use PHPUnit\Framework\TestCase;

/**
 * Every condition and charge of a document in words, also of one that cannot be read.
 */
final class SentencesTest extends TestCase
{
    public function testEachPlaceHasItsWords(): void
    {
        $words = self::words([
            'options' => [
                [
                    'code' => 'size',
                    'label' => 'Size *',
                    'kind' => 'one',
                    'values' => [
                        ['code' => 's', 'label' => 'Small'],
                        [
                            'code' => 'l',
                            'label' => 'Large',
                            'charge' => '-2.50',
                            'allowedWhen' => ['option' => 'gift', 'is' => false],
                        ],
                    ],
                ],
                ['code' => 'gift', 'label' => 'Gift', 'kind' => 'flag', 'yes' => ['charge' => '5.00']],
                [
                    'code' => 'width',
                    'label' => 'Width',
                    'kind' => 'number',
                    'unit' => 'cm',
                    'min' => 'ten',
                    'shownWhen' => ['option' => 'size', 'is' => ['s', 'l']],
                    'charge' => ['how' => 'formula', 'expr' => 'width * 2', 'min' => '9'],
                ],
            ],
            'charges' => [
                '1.00',
                [
                    'label' => 'Many',
                    'how' => 'percent',
                    'rate' => '-5',
                    'when' => ['all' => [['quantity' => ['atLeast' => 5]], ['option' => 'width', 'below' => '40']]],
                ],
                ['label' => 'New'],
            ],
            'guards' => [
                ['id' => 'a', 'never' => ['any' => []]],
                ['id' => 'b', 'always' => ['option' => 'seize', 'is' => 's']],
                ['id' => 'c'],
                ['id' => 'd', 'never' => ['option' => 'width', 'atLeast' => 'wide']],
                ['id' => 'e', 'never' => (object) []],
            ],
        ]);
        self::assertSame(
            [
                '/options/0/values/1/allowedWhen' => ['Gift is not yes', 'Gift is not yes'],
                '/options/0/values/1/charge' => ['−2.50', '-2.50'],
                '/options/1/yes/charge' => ['+5.00', '5.00'],
                '/options/2/shownWhen' => ['Size is Small or Large', 'Size is Small or Large'],
                '/options/2/charge' => ['width * 2 (at least 9)', '= width * 2, at least 9'],
                '/charges/0' => ['+1.00', '1.00'],
                '/charges/1/when' => [
                    'at least 5 pieces are bought and Width is below 40 cm',
                    'at least 5 pieces are bought and Width is below 40 cm',
                ],
                '/charges/1' => ['−5% of the base', '-5%'],
                '/charges/2' => ['a charge that does not say how', null],
                '/guards/0/never' => ['never', 'never'],
                // What names nothing that is there is not read back, and so not written.
                '/guards/1/always' => ['"seize" is "s"', null],
            ],
            $words,
        );
    }

    public function testWhatIsWrittenSaysTheSame(): void
    {
        $written = $unwritten = 0;
        foreach (glob(dirname(__DIR__, 3) . '/demo/setups/*.json') ?: [] as $file) {
            $document = JsonText::decode((string) file_get_contents($file));
            self::assertInstanceOf(\stdClass::class, $document);
            foreach ((new Sentences(new Place($document, ''), Today::of(Documents::TODAY)))->all() as $sentence) {
                null === $sentence->written ? ++$unwritten : ++$written;
            }
        }
        self::assertGreaterThan(150, $written);
        self::assertLessThan(10, $unwritten);
    }

    public function testRandomDocumentsAreToldThroughout(): void
    {
        $told = 0;
        for ($seed = Seeds::first(), $n = 0; $n < 200; ++$n) {
            $document = 0 === $n % 2 ? RandomPrices::document($seed + $n) : RandomSetup::document($seed + $n, true, 7);
            $text = json_encode($document, JSON_THROW_ON_ERROR);
            $words = self::words($document);
            self::assertCount(
                preg_match_all('/"(?:shownWhen|allowedWhen|never|always|when|charge)":/', $text) +
                    count((array) ($document['charges'] ?? [])),
                $words,
                $text,
            );
            $told += count($words);
        }
        self::assertGreaterThan(600, $told);
    }

    /**
     * @param array<string, mixed> $document
     *
     * @return array<string, array{string, string|null}>
     */
    private static function words(array $document): array
    {
        return array_map(
            static fn(Sentence $s): array => [$s->said, $s->written],
            iterator_to_array(
                (new Sentences(
                    new Place((object) json_decode(json_encode($document, JSON_THROW_ON_ERROR)), ''),
                    Today::of(Documents::TODAY),
                ))->all(),
            ),
        );
    }
}
