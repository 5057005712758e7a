<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Store\RehearsalCheck;
use Ithrel\Core\Compare\Difference;

/**
 * A rehearsal as JUnit XML, in the form that build servers read: a suite a purpose, a case a check; a difference is a
 * failure, no answer an error, what was not tried is skipped.
 */
final class JUnitFile
{
    /**
     * @param list<TriedCheck> $checks
     * @param bool $buysNothing whether no check of the plan buys anything, so that all could agree and
     *                          nothing be known
     */
    public static function text(
        string $title,
        \DateTimeInterface $begun,
        array $checks,
        bool $buysNothing = false,
    ): string {
        $xml = new \XMLWriter();
        $xml->openMemory();
        $xml->setIndent(true);
        $xml->startDocument('1.0', 'UTF-8');
        $xml->startElement('testsuites');
        $all = self::tally($checks);
        if ($buysNothing && [] !== $checks) {
            $all =
                ['tests' => (string) (1 + (int) $all['tests']), 'failures' => (string) (1 + (int) $all['failures'])] +
                $all;
        }
        self::attributes($xml, ['name' => $title] + $all);
        if ([] === $checks || $buysNothing) {
            self::nothing($xml, $title, [] === $checks);
        }
        $suites = [];
        foreach ($checks as $check) {
            $suites[$check->check->purpose->value][] = $check;
        }
        foreach ($suites as $members) {
            $xml->startElement('testsuite');
            self::attributes(
                $xml,
                ['name' => $members[0]->check->purpose->words(), 'timestamp' => $begun->format('Y-m-d\TH:i:s')] +
                    self::tally($members),
            );
            foreach ($members as $member) {
                self::testCase($xml, $title, $member);
            }
            $xml->endElement();
        }
        $xml->endElement();
        $xml->endDocument();

        return $xml->outputMemory();
    }

    /** A file without a test is green in a pipeline; what was not tried at all is red. */
    private static function nothing(\XMLWriter $xml, string $title, bool $isEmpty): void
    {
        $xml->startElement('testsuite');
        self::attributes($xml, ['name' => 'the plan', 'tests' => '1', 'failures' => '1']);
        $xml->startElement('testcase');
        self::attributes($xml, ['classname' => $title, 'name' => 'the plan']);
        $xml->startElement('failure');
        self::attributes($xml, [
            'message' => $isEmpty
                ? 'Nothing was tried: there is no check.'
                : 'No check buys anything, so nothing is known of prices and cart lines.',
            'type' => 'not tried',
        ]);
        $xml->endElement();
        $xml->endElement();
        $xml->endElement();
    }

    private static function testCase(\XMLWriter $xml, string $title, TriedCheck $check): void
    {
        $xml->startElement('testcase');
        self::attributes($xml, [
            'classname' => $title,
            'name' => $check->check->number . ': ' . $check->check->about,
            'time' => self::seconds($check->milliseconds),
        ]);
        $differences = $check->differences;
        if (RehearsalCheck::DIFFERS === $check->verdict) {
            $xml->startElement('failure');
            self::attributes($xml, ['message' => self::words($differences[0]), 'type' => $differences[0]->field]);
            $xml->text(self::clean(implode("\n", array_map(self::words(...), $differences))));
            $xml->endElement();
        } elseif (RehearsalCheck::NO_ANSWER === $check->verdict) {
            $xml->startElement('error');
            self::attributes($xml, ['message' => $check->reason ?? '', 'type' => 'no answer']);
            $xml->endElement();
        } elseif (RehearsalCheck::AGREES !== $check->verdict) {
            $xml->writeElement('skipped');
        }
        $xml->endElement();
    }

    public static function words(Difference $difference): string
    {
        return sprintf(
            '%s, %s: expected %s, found %s',
            $difference->stage,
            $difference->field,
            $difference->expected,
            $difference->found,
        );
    }

    /**
     * @param list<TriedCheck> $checks
     *
     * @return array<string, string>
     */
    private static function tally(array $checks): array
    {
        $by = array_count_values(array_map(static fn(TriedCheck $c): string => $c->verdict, $checks));
        $time = array_sum(array_map(static fn(TriedCheck $c): int => $c->milliseconds, $checks));

        return [
            'tests' => (string) max(1, count($checks)),
            'failures' => (string) ([] === $checks ? 1 : $by[RehearsalCheck::DIFFERS] ?? 0),
            'errors' => (string) ($by[RehearsalCheck::NO_ANSWER] ?? 0),
            'skipped' => (string) (($by[RehearsalCheck::WAITING] ?? 0) + ($by[RehearsalCheck::NOT_TRIED] ?? 0)),
            'time' => self::seconds($time),
        ];
    }

    private static function seconds(int $milliseconds): string
    {
        return sprintf('%d.%03d', intdiv($milliseconds, 1000), $milliseconds % 1000);
    }

    /**
     * @param array<string, string> $attributes
     */
    private static function attributes(\XMLWriter $xml, array $attributes): void
    {
        foreach ($attributes as $name => $value) {
            $xml->writeAttribute($name, self::clean($value));
        }
    }

    /** Without the characters that XML 1.0 cannot carry. */
    private static function clean(string $text): string
    {
        return (string) preg_replace(
            '/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u',
            '?',
            mb_scrub($text, 'UTF-8'),
        );
    }
}
