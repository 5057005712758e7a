<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Console;

use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/**
 * The command line as pipelines meet it: what it prints, where, and how it exits.
 */
final class CommandLineTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir() . '/ithrel-' . bin2hex(random_bytes(5));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob($this->folder . '/*') ?: []);
        rmdir($this->folder);
    }

    public function testCheckAsJson(): void
    {
        $file = $this->file(
            'a.json',
            Documents::json([
                'options' => [Documents::one('a', ['x', 'y'], ['required' => true, 'help' => 'Please choose.'])],
            ]),
        );
        $run = $this->run_(['check', $file, '--format=json']);
        self::assertSame([0, ''], [$run->getExitCode(), $run->getErrorOutput()]);
        $data = self::decode($run->getOutput());
        self::assertSame(
            [
                'ithrel',
                'file',
                'name',
                'sha256',
                'counts',
                'deadValues',
                'deadOptions',
                'idleRows',
                'circles',
                'findings',
                'seconds',
            ],
            array_keys($data),
        );
        self::assertSame(['check/1', $file, 'Test'], [$data['ithrel'], $data['file'], $data['name']]);
        self::assertSame(hash('sha256', (string) file_get_contents($file)), $data['sha256']);
        self::assertSame(
            ['offered' => '2', 'selectable' => '2', 'wrongSales' => '0', 'deadEnds' => '0', 'traps' => '0'],
            $data['counts'],
        );
    }

    public function testCheckSaysWhatAChangedDocumentSettles(): void
    {
        $earlier = $this->file(
            'earlier.json',
            Documents::json([
                'options' => [
                    Documents::one('a', ['x'], ['shownWhen' => ['any' => []]]),
                    Documents::one('b', ['y'], ['stages' => ['cart']]),
                ],
            ]),
        );
        $later = $this->file(
            'later.json',
            Documents::json([
                'options' => [
                    ['code' => 'n', 'kind' => 'note', 'label' => 'N'],
                    Documents::one('a', ['x']),
                    Documents::one('b', ['y'], ['stages' => ['cart'], 'required' => true]),
                ],
            ]),
        );
        $run = $this->run_(['check', $later, '--since=' . $earlier, '--format=json']);
        $since = self::decode($run->getOutput())['since'];
        self::assertSame(
            [['reach.option-dead'], ['required.unmarked'], 1],
            [array_column($since['settled'], 'code'), array_column($since['new'], 'code'), $since['left']],
        );
        self::assertStringContainsString(
            '1 settled, 0 no longer asked, 1 new, 1 left',
            $this->run_(['check', $later, '--since=' . $earlier])->getOutput(),
        );
        self::assertSame(2, $this->run_(['check', $later, '--since=' . $this->folder . '/gone.json'])->getExitCode());
    }

    public function testCombinationsAreSortedByPrice(): void
    {
        $file = $this->file(
            'a.json',
            Documents::json([
                'options' => [
                    Documents::one(
                        'a',
                        ['x', 'y', 'z'],
                        [
                            'required' => true,
                            'values' => [
                                ['code' => 'x', 'label' => 'X', 'charge' => '5'],
                                ['code' => 'y', 'label' => 'Y'],
                                ['code' => 'z', 'label' => 'Z', 'charge' => '-3'],
                            ],
                        ],
                    ),
                    ['code' => 'f', 'kind' => 'flag', 'label' => 'F', 'yes' => ['charge' => '1']],
                ],
            ]),
        );
        $prices = fn(string ...$options): array => array_map(
            static fn(string $line): string => substr((string) strrchr($line, ','), 1),
            array_slice(
                explode("\r\n", trim($this->run_(['list', $file, '--format=csv', ...$options])->getOutput())),
                1,
            ),
        );
        self::assertSame(['97.00', '98.00', '100.00', '101.00', '105.00', '106.00'], $prices('--sort=price'));
        self::assertSame(['106.00', '105.00'], $prices('--sort=-price', '--limit=2'));
        self::assertSame(['101.00'], $prices('--sort=price', '--where=a=y', '--where=f=yes'));
        self::assertSame(['105.00', '106.00'], $prices('--sort=price', '--from=4'));
        self::assertSame(2, $this->run_(['list', $file, '--sort=name'])->getExitCode());
        self::assertSame(2, $this->run_(['list', $file, '--sort=price', '--set=offered'])->getExitCode());
    }

    public function testALedgerAsTextAndAsCsv(): void
    {
        $file = $this->file(
            'a.json',
            Documents::json([
                'levels' => [
                    ['code' => 'list', 'amount' => '80.00'],
                    ['code' => 'trade', 'percent' => '90', 'of' => 'list'],
                ],
                'charges' => [
                    ['how' => 'percent', 'rate' => '10', 'of' => 'level:trade', 'label' => 'Fitting'],
                    ['how' => 'formula', 'expr' => 'levels.trade / 7', 'label' => 'Sevenths'],
                ],
            ]),
        );
        $state = $this->file('s.json', '{"quantity": 2}');
        $text = $this->run_(['price', $file, '--state=' . $state, '--format=text'])->getOutput();
        self::assertMatchesRegularExpression('/Fitting +7\.20 +107\.20  of 72\.00/', $text);
        self::assertStringContainsString('117.48571428571428571429 rounded by +0.00428571428571428571', $text);
        self::assertStringContainsString(
            "Fitting,of 72.00,7.20,107.20,/charges/0\r\n",
            $this->run_(['price', $file, '--state=' . $state, '--format=csv'])->getOutput(),
        );
        self::assertSame(2, $this->run_(['price', $file, '--states=' . $state, '--format=csv'])->getExitCode());
    }

    public function testPriceLevelsThatCannotBeWorkedOut(): void
    {
        $file = $this->file(
            'a.json',
            Documents::json([
                'levels' => [
                    ['code' => 'a', 'percent' => '90', 'of' => 'b'],
                    ['code' => 'b', 'percent' => '50', 'of' => 'a'],
                    ['code' => 'c', 'percent' => '5', 'of' => 'gone'],
                ],
                'charges' => [['how' => 'fixed', 'amount' => 'level:nowhere']],
            ]),
        );
        $error = $this->run_(['check', $file])->getErrorOutput();
        self::assertStringContainsString(
            '/levels/0: The price level "a" is a percentage of itself, by way of a, b.',
            $error,
        );
        self::assertStringContainsString('/levels/2/of: There is no price level "gone".', $error);
        self::assertStringContainsString('/charges/0/amount: There is no price level "nowhere".', $error);
    }

    public function testManyFilesStayInStepAndTheWorstDecidesTheExit(): void
    {
        $good = $this->file('good.json', Documents::json([]));
        $blocked = $this->file(
            'blocked.json',
            Documents::json(['options' => [Documents::one('a', ['x'], ['shownWhen' => ['any' => []]])]]),
        );
        $bad = $this->file('bad.json', Documents::json(['options' => [['code' => 'A', 'kind' => 'oen']]]));
        $run = $this->run_(['check', $good, $blocked, '--format=ndjson']);
        self::assertSame(1, $run->getExitCode());
        $run = $this->run_(['check', $good, $bad, $blocked, $this->folder . '/gone.json', '--format=ndjson']);
        self::assertSame(2, $run->getExitCode());
        $lines = array_map(self::decode(...), explode("\n", trim($run->getOutput())));
        self::assertSame([$good, $bad, $blocked, $this->folder . '/gone.json'], array_column($lines, 'file'));
        self::assertSame('/options/0/kind', $lines[1]['error']['at']);
        self::assertMatchesRegularExpression(
            '~^' . preg_quote($bad, '~') . ': /options/0/kind: One of .*$~m',
            $run->getErrorOutput(),
        );
        self::assertStringContainsString(
            $this->folder . '/gone.json: (document): The file is not there',
            $run->getErrorOutput(),
        );
    }

    public function testStandardInputAndTheDayItIs(): void
    {
        $document = Documents::json([
            'options' => [
                [
                    'code' => 'd',
                    'kind' => 'date',
                    'label' => 'Day',
                    'earliest' => '2030-01-05',
                    'latest' => '+2d',
                    'required' => true,
                    'help' => 'Please choose.',
                ],
            ],
        ]);
        $on = fn(string $today): array => self::decode(
            $this->run_(['check', '-', '--format=json', '--today=' . $today], $document)->getOutput(),
        )['counts'];
        self::assertSame('1', $on('2030-01-03')['selectable']);
        self::assertSame('0', $on('2030-01-02')['selectable']);
        self::assertSame(2, $this->run_(['check', '-', '--today=2030-02-30'], $document)->getExitCode());
    }

    public function testACallThatIsOffExitsWithTwo(): void
    {
        $file = $this->file('a.json', Documents::json([]));
        foreach (
            [
                ['check'],
                ['check', $file, '--format=xml'],
                ['check', $file, $file, '--format=json'],
                ['list', $file, '--from=x'],
                ['list', $file, '--set=all'],
                ['list', $file, '--where=nothing=1'],
                ['price', $file],
                ['nothing'],
            ]
            as $call
        ) {
            $run = $this->run_($call);
            self::assertSame(2, $run->getExitCode(), implode(' ', $call));
            self::assertNotSame('', $run->getErrorOutput());
        }
    }

    public function testAHostileLabelCannotReachTheTerminal(): void
    {
        $file = $this->file(
            'a.json',
            Documents::json([
                'name' => "\u{1B}[31mred <error>x</error>",
                'options' => [Documents::one('a', ['x'], ['label' => "\u{1B}]0;title\u{07}<b>", 'required' => true])],
            ]),
        );
        foreach ([['check', $file], ['list', $file], ['list', $file, '--where=a=nothing']] as $call) {
            $run = $this->run_($call);
            self::assertDoesNotMatchRegularExpression(
                '/[\x00-\x09\x0B-\x1F\x7F]/',
                $run->getOutput() . $run->getErrorOutput(),
            );
        }
        self::assertStringContainsString('?[31mred <error>x</error>', $this->run_(['check', $file])->getOutput());
    }

    public function testList(): void
    {
        $file = $this->file(
            'a.json',
            Documents::json([
                'options' => [
                    [
                        'code' => 'a',
                        'kind' => 'one',
                        'label' => 'A, "quoted"',
                        'values' => [
                            ['code' => 'x', 'label' => 'X', 'charge' => '1.5', 'sku' => 'X'],
                            ['code' => 'y', 'label' => 'Y'],
                        ],
                    ],
                    [
                        'code' => 's',
                        'kind' => 'several',
                        'label' => 'S',
                        'values' => [['code' => 'p', 'label' => 'P'], ['code' => 'q', 'label' => 'Q']],
                    ],
                    ['code' => 'g', 'kind' => 'flag', 'label' => 'G', 'shownWhen' => ['option' => 'a', 'is' => 'y']],
                    [
                        'code' => 't',
                        'kind' => 'text',
                        'label' => 'T',
                        'length' => ['max' => 9],
                        'shownWhen' => ['option' => 'a', 'is' => 'y'],
                        'charge' => '2.00',
                    ],
                ],
            ]),
        );
        $run = $this->run_(['list', $file, '--format=csv', '--limit=3']);
        self::assertSame(
            "#,\"A, \"\"quoted\"\"\",S,G,SKU,Unit price\r\n0,X,P; " .
                "Q,,T-1-X,101.50\r\n1,X,P,,T-1-X,101.50\r\n2,X,Q,,T-1-X,101.50\r\n",
            $run->getOutput(),
        );
        $run = $this->run_(['list', $file, '--format=ndjson', '--from=4', '--limit=2']);
        self::assertSame(
            "{\"n\":\"4\",\"pick\":{\"a\":\"y\",\"s\":[\"p\",\"q\"],\"g\":true}}\n{\"n\":\"5\",\"pick\":{\"a\":\"y\",\"s\":[\"p\",\"q\"]}}\n",
            $run->getOutput(),
        );
        $run = $this->run_(['list', $file, '--format=csv', '--where=a=y', '--where=s=', '--where=g=yes']);
        self::assertSame(
            ['#,"A, ""quoted""",S,G,SKU,Unit price', '0,Y,,Yes,T-1,'],
            explode("\r\n", trim($run->getOutput())),
            'The unit price hangs on the text.',
        );
        self::assertSame(
            '',
            $this->run_(['list', $file, '--format=ndjson', '--from=99999999999999999999'])->getOutput(),
        );
    }

    public function testPriceOneAndMany(): void
    {
        $file = $this->file(
            'a.json',
            Documents::json(['options' => [Documents::one('a', ['x'], ['required' => true])]]),
        );
        $state = $this->file('s.json', '{"pick": {"a": "x"}, "quantity": 3}');
        $run = $this->run_(['price', $file, '--state=' . $state]);
        self::assertSame(0, $run->getExitCode());
        $data = self::decode($run->getOutput());
        self::assertSame(
            [
                'ithrel',
                'complete',
                'problems',
                'base',
                'unitPrice',
                'lineTotal',
                'total',
                'currency',
                'ledger',
                'line',
                'ownLines',
            ],
            array_keys($data),
        );
        self::assertSame(['100.00', '300.00', '300.00'], [$data['unitPrice'], $data['lineTotal'], $data['total']]);
        $states = $this->file(
            's.ndjson',
            "{\"pick\": {\"a\": \"x\"}}\n{\"pick\": {}}\nnonsense\n{\"pick\": {\"b\": 1}}\n",
        );
        $run = $this->run_(['price', $file, '--states=' . $states]);
        self::assertSame(2, $run->getExitCode());
        $lines = array_map(self::decode(...), explode("\n", trim($run->getOutput())));
        self::assertCount(4, $lines);
        self::assertSame([true, false], [$lines[0]['complete'], $lines[1]['complete']]);
        self::assertSame('missing', $lines[1]['problems'][0]['code']);
        self::assertArrayHasKey('error', $lines[2]);
        self::assertSame(['unknown-option', 'missing'], array_column($lines[3]['problems'], 'code'));
    }

    public function testBoundarySheets(): void
    {
        $file = $this->file(
            'a.json',
            Documents::json([
                'options' => [
                    Documents::one('a', ['x', 'y'], ['required' => true]),
                    [
                        'code' => 'w',
                        'label' => 'Width',
                        'kind' => 'number',
                        'required' => true,
                        'min' => '22',
                        'shownWhen' => ['option' => 'a', 'is' => 'y'],
                    ],
                ],
            ]),
        );
        $data = self::decode($this->run_(['limits', $file, '--format=json'])->getOutput());
        self::assertSame(['a', 'w', null], array_column($data['sheets'], 'option'));
        self::assertSame(
            ['sometimes', 'A is Y', ['a' => 'y']],
            [$data['sheets'][1]['required'], $data['sheets'][1]['when'], $data['sheets'][1]['example']],
        );
        self::assertContains(
            [
                'answer' => '21',
                'about' => '1 below the least',
                'expected' => 'refused',
                'problem' => 'input.below',
                'browser' => 'rangeUnderflow',
                'why' => 'Width: 21 is below the least, 22.',
            ],
            $data['sheets'][1]['rows'],
        );
        $run = $this->run_(['limits', $file, '--format=csv', '--option=w']);
        self::assertSame(
            'w,Width,sometimes,A is Y,,no answer,refused,missing,valueMissing,9a81e7d2a4a3,,,',
            explode("\r\n", $run->getOutput())[1],
        );
        self::assertStringContainsString(
            'Width (number): required when A is Y',
            $this->run_(['limits', $file])->getOutput(),
        );
        $run = $this->run_(['limits', $file, '--option=none']);
        self::assertSame(
            [2, "ithrel: --option=none: the setup has no option of this code.\n"],
            [$run->getExitCode(), $run->getErrorOutput()],
        );
    }

    public function testWhatAChangeChanged(): void
    {
        $options = [Documents::one('a', ['x', 'y'], ['required' => true])];
        $old = $this->file('old.json', Documents::json(['options' => $options]));
        $options[0]['values'][1]['charge'] = '2.5';
        $new = $this->file('new.json', Documents::json(['options' => $options]));
        $run = $this->run_(['diff', $old, $new, '--format=json']);
        $data = self::decode($run->getOutput());
        self::assertSame(1, $run->getExitCode());
        self::assertSame(
            ['ithrel', 'old', 'new', 'both', 'gained', 'lost', 'repriced', 'dearest', 'first', 'changes', 'reasons'],
            array_keys($data),
        );
        self::assertSame(['count' => '1', 'least' => '2.50', 'greatest' => '2.50'], $data['repriced']);
        self::assertSame([['pick' => ['a' => 'y'], 'old' => '100.00', 'new' => '102.50']], $data['first']['repriced']);
        self::assertSame(0, $this->run_(['diff', $old, $old])->getExitCode());
        $run = $this->run_(['diff', $this->file('list.csv', "A\nX\nZ\n"), $new]);
        self::assertSame(1, $run->getExitCode());
        self::assertStringContainsString('in both 1 · gained 1 · lost 1', $run->getOutput());
        self::assertSame(2, $this->run_(['diff', $this->file('bad.json', '{}'), $new])->getExitCode());
    }

    public function testADraftOfATable(): void
    {
        $table = $this->file('lamp.csv', "Option;Value;Charge\nSize;Small;\n;Large;+2,50 €\n");
        $run = $this->run_(['draft', $table]);
        self::assertSame(0, $run->getExitCode());
        self::assertSame(
            ['lamp', 'EUR', '2.50'],
            [
                self::decode($run->getOutput())['item']['sku'],
                self::decode($run->getOutput())['currency'],
                self::decode($run->getOutput())['options'][0]['values'][1]['charge'],
            ],
        );
        self::assertStringContainsString(
            'left: lamp: No price of the item is told; 0 stands for it.',
            $run->getErrorOutput(),
        );
        self::assertSame(
            ['ithrel', 'document', 'read', 'left'],
            array_keys(self::decode($this->run_(['draft', $table, '--format=json'])->getOutput())),
        );
        self::assertSame(2, $this->run_(['draft', $this->file('empty.csv', '')])->getExitCode());
        self::assertSame(2, $this->run_(['draft', $table, '--currency=XX'])->getExitCode());
    }

    public function testTheGateAndItsFiles(): void
    {
        $setup = dirname(__DIR__, 3) . '/demo/setups/01-harbour-pendant.json';
        $sarif = $this->folder . '/gate.sarif';
        $run = $this->run_([
            'gate',
            $setup,
            '--today=2026-11-26',
            '--format=json',
            '--sarif=' . $sarif,
            '--junit=' . $this->folder . '/gate.xml',
            '--html=' . $this->folder . '/gate.html',
        ]);
        $data = self::decode($run->getOutput());
        self::assertSame([1, 'must-not-launch'], [$run->getExitCode(), $data['verdict']]);
        self::assertSame(
            ['ithrel', 'file', 'name', 'sha256', 'verdict', 'because', 'open', 'accepted', 'checked', 'notChecked'],
            array_keys($data),
        );
        $log = self::decode((string) file_get_contents($sarif));
        self::assertSame('2.1.0', $log['version']);
        $results = $log['runs'][0]['results'];
        self::assertGreaterThanOrEqual(count($data['open']), count($results));
        self::assertSame(
            [],
            array_diff(
                array_column($results, 'ruleId'),
                array_column($log['runs'][0]['tool']['driver']['rules'], 'id'),
            ),
        );
        self::assertSame($data['open'][0]['words'], $results[0]['message']['text']);
        self::assertSame(65, substr_count((string) file_get_contents($this->folder . '/gate.xml'), '<testcase'));
        self::assertStringContainsString('Must not launch', (string) file_get_contents($this->folder . '/gate.html'));
        self::assertStringNotContainsString(
            'http',
            (string) preg_replace(
                '~http://127|https?://www.w3~',
                '',
                (string) file_get_contents($this->folder . '/gate.html'),
            ),
        );
    }

    private function file(string $name, string $text): string
    {
        file_put_contents($this->folder . '/' . $name, $text);

        return $this->folder . '/' . $name;
    }

    /**
     * @param list<string> $arguments
     */
    private function run_(array $arguments, ?string $input = null): Process
    {
        $process = new Process(
            [PHP_BINARY, dirname(__DIR__, 2) . '/bin/ithrel.php', ...$arguments],
            null,
            null,
            $input,
            60,
        );
        $process->run();

        return $process;
    }

    /**
     * @return array<string, mixed>
     */
    private static function decode(string $json): array
    {
        $data = json_decode($json, true, 512, JSON_THROW_ON_ERROR);
        self::assertIsArray($data);

        /* @var array<string, mixed> $data */
        return $data;
    }
}
