<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Limit;

use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\InputCases;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\DataProviderExternal;
use PHPUnit\Framework\TestCase;

final class InputCheckTest extends TestCase
{
    /**
     * @param array<string, mixed> $option
     */
    #[DataProviderExternal(InputCases::class, 'answers')]
    public function testAnswers(array $option, mixed $answer, ?string $problem): void
    {
        $setup = Documents::setup(['options' => [$option + ['code' => 'in', 'label' => 'In']]]);
        $given = GivenState::read(
            $setup,
            json_decode(
                json_encode(['pick' => ['in' => $answer]], JSON_THROW_ON_ERROR),
                false,
                512,
                JSON_THROW_ON_ERROR,
            ),
        );
        $input = $given->state->input(0);
        $found = [
            ...$given->problems,
            ...null === $input ? [] : (new InputCheck())->problems($setup->options[0], $input),
        ];
        self::assertSame($problem, $found[0]->code ?? null);
        self::assertSame('in', $found[0]->option ?? 'in');
        self::assertTrue([] !== $found || null !== $input, 'What is taken is there.');
    }

    public function testAParameterIsNoPartOfATypeOfFile(): void
    {
        $option = Documents::setup([
            'options' => [['code' => 'f', 'label' => 'F', 'kind' => 'file', 'types' => ['text/plain']]],
        ])->options[0];
        self::assertSame(
            [],
            (new InputCheck())->problems($option, Input::files([new GivenFile('a', 'text/plain; charset=utf-8')])),
        );
    }

    /**
     * @return iterable<string, array{string, string, string}> kind, what is typed, what it is read as
     */
    public static function spellings(): iterable
    {
        yield 'a number keeps its zeros' => ['number', '12.50', '12.50'];
        yield 'less than none' => ['number', '-0.5', '-0.5'];
        yield 'zeros before it' => ['number', '007', '7'];
        yield 'blanks around it' => ['number', " 3\u{0009}", '3'];
        yield 'a colour in capitals' => ['colour', ' #1F5C8A ', '#1f5c8a'];
    }

    #[DataProvider('spellings')]
    public function testSpellings(string $kind, string $typed, string $read): void
    {
        $option = Documents::setup(['options' => [['code' => 'n', 'label' => 'N', 'kind' => $kind]]])->options[0];
        $input = (new InputCheck())->parse($option, $typed);
        self::assertSame($read, (string) ($input?->number ?? $input?->text));
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
