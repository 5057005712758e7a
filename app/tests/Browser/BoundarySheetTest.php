<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Browser;

use Ithrel\Core\Boundary\Boundaries;
use Ithrel\Core\Boundary\HtmlField;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\TestDox;

/**
 * The browser as referee over the whole boundary sheet of every demo setup, and over limits made for this test: what
 * the sheet says of HTML's own validation has to be what ValidityState says of a field that was typed into.
 */
final class BoundarySheetTest extends BrowserTestCase
{
    private const FLAGS = [
        'valueMissing',
        'typeMismatch',
        'patternMismatch',
        'tooLong',
        'tooShort',
        'rangeUnderflow',
        'rangeOverflow',
        'stepMismatch',
        'badInput',
    ];

    /** What Chromium does not let into a number field, so that nobody can type it there. */
    private const NOT_TYPED = '/[^0-9eE.\-]/u';

    #[TestDox('typed into a field with these limits, Chromium raises the flag that the sheet names, on every row')]
    public function testBrowserRaisesWhatTheSheetSays(): void
    {
        $compared = 0;
        $setups = [];
        foreach (glob(dirname(__DIR__, 3) . '/demo/setups/*.json') ?: [] as $file) {
            $setups[] = Reader::shipped()->read((string) file_get_contents($file), Today::of(Documents::TODAY));
        }
        $setups[] = Documents::setup([
            'quantity' => ['min' => 3, 'max' => 12, 'step' => 4],
            'options' => [
                [
                    'code' => 'a',
                    'label' => 'A',
                    'kind' => 'text',
                    'required' => true,
                    'length' => ['min' => 2, 'max' => 12],
                ],
                [
                    'code' => 'b',
                    'label' => 'B',
                    'kind' => 'text',
                    'length' => ['min' => 3, 'max' => 9],
                    'lines' => ['max' => 2],
                ],
                [
                    'code' => 'c',
                    'label' => 'C',
                    'kind' => 'text',
                    'length' => ['max' => 8],
                    'pattern' => '[A-Z]{2}-[0-9]{2,5}',
                ],
                [
                    'code' => 'd',
                    'label' => 'D',
                    'kind' => 'number',
                    'required' => true,
                    'min' => '-1.5',
                    'max' => '7',
                    'step' => '0.5',
                ],
                ['code' => 'e', 'label' => 'E', 'kind' => 'number', 'min' => '22', 'max' => '100', 'step' => '7'],
                ['code' => 'f', 'label' => 'F', 'kind' => 'number', 'max' => '3', 'decimals' => 2],
                [
                    'code' => 'g',
                    'label' => 'G',
                    'kind' => 'date',
                    'earliest' => '2027-12-30',
                    'latest' => '2028-03-01',
                    'required' => true,
                ],
                ['code' => 'h', 'label' => 'H', 'kind' => 'number'],
            ],
        ]);
        foreach ($setups as $setup) {
            foreach ((new Boundaries(new Reach($setup)))->sheets() as $sheet) {
                $option = null === $sheet->option ? null : $setup->option($sheet->option);
                $field = null === $option ? HtmlField::ofQuantity($setup->quantity) : HtmlField::field($option);
                if (null === $field) {
                    continue;
                }
                self::open('/api/setups');
                self::$browser->executeScript(
                    'document.documentElement.lang = "en"; const f = document.createElement(arguments[0] === ' .
                        '"textarea" ? "textarea" : "input"); f.id = "field"; if (arguments[0] !== "textarea") f.type ' .
                        '= arguments[0]; for (const [k, v] of Object.entries(arguments[1])) f.setAttribute(k, v); ' .
                        'document.body.replaceChildren(f);',
                    [$field[0], (object) $field[1]],
                );
                foreach ($sheet->rows as $row) {
                    $answer =
                        null === $row->answer ? '' : (is_int($row->answer) ? (string) $row->answer : $row->answer);
                    if (
                        HtmlField::NONE === $row->browser ||
                        !is_string($answer) ||
                        ('number' === $field[0] && 1 === preg_match(self::NOT_TYPED, trim($answer)))
                    ) {
                        continue;
                    }
                    $found = self::typed($field[0], $answer);
                    $where = sprintf(
                        '%s, %s: %s (%s)',
                        $setup->name,
                        $sheet->label,
                        $row->about,
                        json_encode($answer, JSON_THROW_ON_ERROR),
                    );
                    HtmlField::VALID === $row->browser
                        ? self::assertSame([], $found, $where)
                        : self::assertContains($row->browser, $found, $where);
                    ++$compared;
                }
            }
        }
        self::assertGreaterThan(250, $compared);
    }

    /**
     * Flags that the field raises once this stands in it as typed. Beyond maxlength nothing can be typed, so the field
     * is typed into without it, as a person's field would be where a script took it away, and is asked with it.
     *
     * @return list<string>
     */
    private static function typed(string $type, string $text): array
    {
        if ('date' === $type) {
            return self::asked('f.value = arguments[0];', trim($text));
        }
        self::$browser->executeScript(
            'const f = document.getElementById("field"); f.value = ""; const m = f.getAttribute("maxlength"); if ' .
                '(m !== null) { f.dataset.most = m; f.removeAttribute("maxlength"); } f.focus();',
        );
        self::type($text);

        return self::asked('if (f.dataset.most !== undefined) f.setAttribute("maxlength", f.dataset.most);', $text);
    }

    /**
     * @return list<string>
     */
    private static function asked(string $first, string $text): array
    {
        $found = self::$browser->executeScript(
            'const f = document.getElementById("field");' .
                $first .
                'const v = f.validity; return arguments[1].filter((n) => v[n])',
            [$text, self::FLAGS],
        );
        self::assertIsArray($found);
        if (
            'date' === self::$browser->executeScript('return document.getElementById("field").type') &&
            '' !== $text &&
            '' === self::$browser->executeScript('return document.getElementById("field").value')
        ) {
            // A script cannot set a day that is none; a person's keys can, and that is bad input.
            return ['badInput'];
        }

        return array_values(array_filter($found, is_string(...)));
    }
}
