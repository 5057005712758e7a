<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Limit;

use Ithrel\Core\Limit\AnswerProblem;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\InputCheck;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class InputCheckTest extends TestCase
{
    /**
     * @return iterable<string, array{string, list<string>, bool}> type given, types taken, whether it fits
     */
    public static function types(): iterable
    {
        yield 'the same' => ['image/png', ['image/png'], true];
        yield 'in other letter case' => ['Image/PNG', ['image/png'], true];
        yield 'with a parameter, which is no part of the type' => ['text/plain; charset=utf-8', ['text/plain'], true];
        yield 'any of a kind' => ['image/webp', ['image/*'], true];
        yield 'any at all' => ['application/pdf', ['*/*'], true];
        yield 'another kind' => ['application/pdf', ['image/*'], false];
        yield 'a kind whose name begins alike' => ['images/png', ['image/*'], false];
        yield 'another of the kind' => ['image/webp', ['image/png', 'image/jpeg'], false];
    }

    /**
     * @param list<string> $taken
     */
    #[DataProvider('types')]
    public function testTypesOfFiles(string $type, array $taken, bool $fits): void
    {
        $option = Documents::setup([
            'options' => [['code' => 'f', 'label' => 'F', 'kind' => 'file', 'types' => $taken]],
        ])->options[0];
        $problems = (new InputCheck())->problems($option, Input::files([new GivenFile('a', $type)]));
        self::assertSame(
            $fits ? [] : ['input.file-type'],
            array_map(static fn(AnswerProblem $p): string => $p->code, $problems),
        );
    }

    public function testColours(): void
    {
        $option = static fn(array $more): Option => Documents::setup([
            'options' => [['code' => 'c', 'label' => 'C', 'kind' => 'colour'] + $more],
        ])->options[0];
        $check = new InputCheck();
        foreach (
            [
                '#1f5c8a' => '#1f5c8a',
                ' #1F5C8A ' => '#1f5c8a',
                '1f5c8a' => null,
                '#fff' => null,
                '#1f5c8g' => null,
                'red' => null,
                "#1f5c8a\n#" => null,
            ]
            as $typed => $read
        ) {
            self::assertSame($read, $check->parse($option([]), $typed)?->text, $typed);
        }
        $codes = static fn(array $more, string $colour): array => array_map(
            static fn(AnswerProblem $p): string => $p->code,
            $check->problems($option($more), Input::text($colour)),
        );
        self::assertSame([], $codes([], '#000000'));
        self::assertSame([], $codes(['colours' => ['#1F5C8A']], '#1f5c8a'));
        self::assertSame(['input.colour'], $codes(['colours' => ['#1f5c8a']], '#1f5c8b'));
    }

    public function testSpellingsOfNumbers(): void
    {
        $option = Documents::setup(['options' => [['code' => 'n', 'label' => 'N', 'kind' => 'number']]])->options[0];
        foreach (
            [
                '12.50' => '12.50',
                '-0.5' => '-0.5',
                '007' => '7',
                " 3\u{0009}" => '3',
                '.5' => null,
                '5.' => null,
                '1e2' => null,
                '+1' => null,
                '1,5' => null,
                '٣' => null,
                '0x10' => null,
            ]
            as $typed => $number
        ) {
            self::assertSame(
                $number,
                (new InputCheck())->parse($option, (string) $typed)?->number?->__toString(),
                (string) $typed,
            );
        }
    }

    public function testATextThatIsTooHardForItsPatternIsNotSaidToMissIt(): void
    {
        $option = Documents::setup([
            'options' => [['code' => 't', 'label' => 'T', 'kind' => 'text', 'pattern' => '(x+x+)+[yz]']],
        ])->options[0];
        $codes = static fn(string $text): array => array_map(
            static fn(AnswerProblem $p): string => $p->code,
            (new InputCheck())->problems($option, Input::text($text)),
        );
        self::assertSame(['input.undecided'], $codes(str_repeat('x', 60)));
        self::assertSame(['input.pattern'], $codes('a'));
        self::assertSame([], $codes('xxy'));
    }
}
