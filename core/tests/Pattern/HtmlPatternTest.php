<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Pattern;

use Ithrel\Core\Pattern\HtmlPattern;
use Ithrel\Core\Pattern\PatternError;
use Ithrel\Core\Pattern\PatternVerdict;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Patterns are read as browsers read them. The outside source is V8, the engine of Chromium and Node.js: it says of
 * each pattern whether the flag v admits it, and which texts fit.
 */
final class HtmlPatternTest extends TestCase
{
    private const ATOMS = [
        'a',
        'b',
        'é',
        '😀',
        '\d',
        '\w',
        '\s',
        '\S',
        '\W',
        '.',
        '[a-c]',
        '[^a]',
        '[\w--[a-d]]',
        '[\p{L}&&[a-zé]]',
        '\p{Lu}',
        '\P{L}',
        '\b',
        '^',
        '$',
        '\u0061',
        '\x62',
        '[\q{ab|c}]',
        '[]',
        '(?=a)',
        '(?!b)',
        '(?<=a)',
        '(?<!b)',
        '\1',
        '\2',
        '(?:',
        '(',
        '(?<x>',
        ')',
        '|',
        '*',
        '+',
        '?',
        '{2}',
        '{1,3}',
        '{0}',
        '{,2}',
        '}',
        ']',
        '[',
        '-',
        '\-',
        '/',
        '\/',
        '&',
        '[&]',
        '[a&&a]',
        '[a-]',
        '[\-a]',
        '??',
        '*?',
        '\k<x>',
        '\0',
        '\cA',
        '\t',
        '\p{Script=Latin}',
        '[[a-b][c]]',
        '[^\d\s]',
        '\e',
        '\q',
        '\u{62}',
        "\n",
        '[a-z&&b]',
        '[&&]',
        '\p{sc=Grek}',
        '\p{latin}',
    ];
    private const TEXTS = [
        '',
        'a',
        'b',
        'ab',
        'aa',
        'é',
        '😀',
        'A',
        '1',
        ' ',
        "\n",
        '_',
        '-',
        'aab',
        'abc',
        'ba',
        'ab1',
        'a a',
        '😀a',
        "\u{2028}",
        'aé',
        'bb',
        'cab',
        'aaa',
        'abab',
    ];

    /**
     * @return iterable<string, array{string, string}>
     */
    public static function refused(): iterable
    {
        yield 'groups that close what they did not open' => ['a)|(?:b', 'at place 2, a ")" closes nothing'];
        yield 'verbs' => ['(*ACCEPT)b', 'at place 2, there is nothing that "*" could repeat'];
        yield 'possessive' => ['a++', 'at place 3, "+" repeats what is already repeated'];
        yield 'flags without a group' => [
            '(?i)a',
            'at place 1, this is no group: after "(?" stand ":", "=", "!", "<" or flags like "i:"',
        ];
        yield 'quoted text' => ['\Q.\E', 'at place 1, "\Q" has no meaning'];
        yield 'a hyphen at the end of a class' => ['[0-9-]', 'at place 5, "-" within a class is written \-'];
        yield 'an open group' => ['(a', 'at place 1, the group is never closed'];
        yield 'one name twice at once' => ['(?<n>a)(?<n>b)', 'at place 8, two groups of one alternative are named "n"'];
        yield 'a range among sets' => [
            '[a-z&&b]',
            'at place 5, "&&" has to stand between two sets, and in a class of its own',
        ];
    }

    #[DataProvider('refused')]
    public function testRefusedWithPlaceAndReason(string $pattern, string $message): void
    {
        $this->expectExceptionMessageMatches('/^' . preg_quote($message, '/') . '$/D');
        HtmlPattern::parse($pattern);
    }

    /**
     * @return iterable<string, array{string, list<string>, list<string>}>
     */
    public static function taken(): iterable
    {
        yield 'anything' => ['[^]', ['a', "\n", '😀'], ['', 'ab']];
        yield 'a dot is no line end' => ['.', ['a'], ["\n", "\r", "\u{2028}"]];
        yield 'both ends are held' => ['a|b', ['a', 'b'], ['ax', 'xb']];
        yield 'flags of a group' => ['(?i:a)(?s:.)', ['Aa', "a\n"], ['b']];
        yield 'lines within a group' => ['(?m:a$[^]^b)', ["a\nb"], ['a b']];
        yield 'a group that took no part' => ['(?:(a)|b)\1', ['aa', 'b'], ['a', 'ba']];
        yield 'strings in a class' => ['[\q{abc|d}x]', ['abc', 'd', 'x'], ['ab']];
        yield 'one set without another' => ['[\w--\d]+', ['ab_'], ['a1']];
        yield 'a property and its long name' => ['\p{General_Category=Uppercase_Letter}\p{Alphabetic}', ['Äb'], ['äb']];
        yield 'one name in two alternatives' => ['(?:(?<n>a)|(?<n>b))\k<n>', ['aa', 'bb'], ['ab']];
    }

    /**
     * @param list<string> $fitting
     * @param list<string> $others
     */
    #[DataProvider('taken')]
    public function testVerdicts(string $pattern, array $fitting, array $others): void
    {
        $parsed = HtmlPattern::parse($pattern);
        foreach ($fitting as $text) {
            self::assertSame(PatternVerdict::Fits, $parsed->verdict($text), $text);
        }
        foreach ($others as $text) {
            self::assertSame(PatternVerdict::Misses, $parsed->verdict($text), $text);
        }
    }

    public function testWhatCannotBeDecidedIsNeitherAFitNorAMiss(): void
    {
        self::assertSame(PatternVerdict::Undecided, HtmlPattern::parse('(x+x+)+[yz]')->verdict(str_repeat('x', 60)));
        $ofStrings = HtmlPattern::parse('\p{RGI_Emoji}');
        self::assertFalse($ofStrings->isExpressible());
        self::assertSame(PatternVerdict::Undecided, $ofStrings->verdict('😀'));
    }

    public function testTextsByTheirLength(): void
    {
        $texts = HtmlPattern::parse('[A-Z]{2}-\d{3}(?:\d{2})?')->byLength(10);
        self::assertSame([6, 8], array_keys($texts));
        self::assertSame(
            [5 => 'aa777', 6 => '777777'],
            HtmlPattern::parse('(?=.*\d)(?:[a-c]{2}|7{3}){2}')->byLength(6),
        );
        self::assertSame([], HtmlPattern::parse('(?!)')->byLength(5));
    }

    /**
     * @return iterable<string, array{string, list<int>}> pattern, the lengths up to 12 that it has
     */
    public static function looking(): iterable
    {
        yield 'what a password has to have' => ['(?=.*[A-Z])(?=.*\d)(?=.*[a-z]).{8,}', [8, 9, 10, 11, 12]];
        yield 'two words anywhere' => ['(?=.*cat)(?=.*dog).{1,12}', [6, 7, 8, 9, 10, 11, 12]];
        yield 'a sign that the form does not bring' => ['(?=.*#)[^ ]{3,5}', [3, 4, 5]];
        yield 'exactly one of a kind' => ['(?=[^x]*x[^x]*$)[a-z]{4,7}', [4, 5, 6, 7]];
        yield 'nothing twice in a row' => ['(?!.*(.)\1)[a-z]{3,5}', [3, 4, 5]];
        yield 'a length that is looked for' => ['(?=.{5}$)[a-z]+-[a-z]+', [5]];
        yield 'what cannot stand before' => ['[0-9]{3}(?<!777)-\d', [5]];
    }

    /**
     * @param list<int> $lengths
     */
    #[DataProvider('looking')]
    public function testTextsAreFoundWhereSomethingIsLookedFor(string $pattern, array $lengths): void
    {
        $parsed = HtmlPattern::parse($pattern);
        $texts = $parsed->byLength(12);
        self::assertSame($lengths, array_keys($texts));
        $texts = [...array_values($texts), ...$parsed->samples()];
        self::assertGreaterThan(count($lengths), count($texts));
        self::assertSame(
            [str_repeat('1', count($texts))],
            $this->askV8([$pattern], $texts),
            'V8 lets each of them through.',
        );
        self::assertSame($lengths, array_map(mb_strlen(...), array_values($parsed->byLength(12))));
    }

    public function testV8ReadsThemAlike(): void
    {
        $seed = (int) (false === getenv('ITHREL_SEED') ? random_int(0, PHP_INT_MAX >> 1) : getenv('ITHREL_SEED'));
        mt_srand($seed);
        $patterns = [];
        for ($i = 0; $i < 6_000; ++$i) {
            $pattern = '';
            for ($n = mt_rand(1, 7); $n > 0; --$n) {
                $pattern .= self::ATOMS[mt_rand(0, count(self::ATOMS) - 1)];
            }
            $patterns[] = $pattern;
        }
        $both = $admitted = $samples = 0;
        foreach ($this->askV8($patterns) as $i => $found) {
            $pattern = $patterns[$i];
            try {
                $parsed = HtmlPattern::parse($pattern);
            } catch (PatternError $e) {
                self::assertNull(
                    $found,
                    sprintf('Seed %d: V8 admits %s, which is refused: %s.', $seed, $pattern, $e->getMessage()),
                );
                ++$both;
                continue;
            }
            self::assertNotNull($found, sprintf('Seed %d: V8 refuses %s, which is taken.', $seed, $pattern));
            ++$admitted;
            if (!$parsed->isExpressible()) {
                continue;
            }
            foreach (self::TEXTS as $t => $text) {
                self::assertSame(
                    '1' === $found[$t],
                    PatternVerdict::Fits === $parsed->verdict($text),
                    sprintf('Seed %d: %s on %s.', $seed, $pattern, json_encode($text)),
                );
            }
            $samples += [] === $parsed->samples() ? 0 : 1;
        }
        self::assertGreaterThan(1_500, $both);
        self::assertGreaterThan(1_000, $admitted);
        self::assertGreaterThan(intdiv($admitted, 2), $samples, 'Most patterns that are admitted have a sample.');
    }

    /**
     * @param list<string> $patterns
     * @param list<string> $texts
     *
     * @return list<string|null> a digit for each text, whether it fits; null where V8 refuses the pattern
     */
    private function askV8(array $patterns, array $texts = self::TEXTS): array
    {
        $script =
            'const [p, t] = JSON.parse(require("fs").readFileSync(0, "utf8")); ' .
            'console.log(JSON.stringify(p.map((x) => { try { new RegExp(x, "v"); const r = new RegExp("^(?:" + x ' .
            '+ ")$", "v"); return t.map((y) => (r.test(y) ? 1 : 0)).join(""); } catch { return null; } })));';
        $process = proc_open(['node', '-e', $script], [['pipe', 'r'], ['pipe', 'w']], $pipes);
        self::assertIsResource($process);
        fwrite($pipes[0], json_encode([$patterns, $texts], JSON_THROW_ON_ERROR));
        fclose($pipes[0]);
        /** @var list<string|null> $answers */
        $answers = json_decode((string) stream_get_contents($pipes[1]), true, 8, JSON_THROW_ON_ERROR);
        self::assertSame(0, proc_close($process));

        return $answers;
    }
}
