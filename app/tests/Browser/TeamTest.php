<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;
use Ithrel\Shop\Tests\Processes;
use PHPUnit\Framework\Attributes\TestDox;
use Symfony\Component\Process\Process;

/**
 * A team's Ithrel as docs/for-a-team.md has it, by nginx and PHP-FPM, from sign-in to signature.
 */
final class TeamTest extends BrowserTestCase
{
    private static string $folder;
    private static string $team;
    private static string $shop;
    private static int $group;

    public static function setUpBeforeClass(): void
    {
        parent::setUpBeforeClass();
        self::$folder = sys_get_temp_dir() . '/ithrel-team-' . bin2hex(random_bytes(5));
        mkdir(self::$folder, 0o700);
        self::$shop = Processes::shop(self::$folder . '/shop');
        foreach (['Tess' => 'tester', 'Lena' => 'lead'] as $name => $role) {
            (new Process(
                [self::root() . '/ithrel', 'account', 'add', $name, '--role=' . $role],
                null,
                self::environment(),
                'password of ' . $name . "\n",
                120,
            ))->mustRun();
        }
        $port = Processes::freePort();
        $environment = implode(
            ' ',
            array_map(
                static fn(string $k, string $v): string => $k . '=' . escapeshellarg($v),
                array_keys(self::environment()),
                self::environment(),
            ),
        );
        self::$group = Processes::serve(
            sprintf('%s exec %s/ithrel serve --port=%d', $environment, escapeshellarg(self::root()), $port),
            $port,
            self::$folder . '/serve.log',
        );
        self::$team = 'http://127.0.0.1:' . $port;
    }

    public static function tearDownAfterClass(): void
    {
        // The script ends the server, PHP-FPM and the workers, each a group of its own.
        Processes::end(self::$group);
        for ($i = 0; $i < 200 && posix_kill(-self::$group, 0); ++$i) {
            usleep(50_000);
        }
        exec('rm -rf ' . escapeshellarg(self::$folder));
    }

    #[
        TestDox(
            'a tester signs in, brings a setup in and rehearses it; a lead signs the launch; what they did is in ' .
                'the log',
        ),
    ]
    public function testFromSignInToSignature(): void
    {
        self::$browser->get(self::$team . '/');
        self::awaitText('h1', 'Sign in');
        self::assertAccessible('signing in');
        self::signIn('Tess', 'a wrong guess');
        self::awaitText('.trouble', 'Name or password is another.');
        self::signIn('Tess', 'password of Tess');
        self::awaitText('.who', 'Tess, tester');
        self::awaitText('h1', 'Shelf');
        $document = (string) file_get_contents(self::root() . '/demo/setups/08-signal-lantern.json');
        $put = stream_context_create([
            'http' => ['method' => 'PUT', 'header' => 'Content-Type: application/json', 'content' => $document],
        ]);
        self::assertNotFalse(file_get_contents(self::$shop . '/items/lantern', false, $put));
        $file = self::$folder . '/lantern.json';
        file_put_contents($file, $document);
        self::first('input[type=file]')->sendKeys($file);
        self::awaitText('h1', 'Signal lantern');
        self::first('body')->sendKeys('6');
        self::first('.address input')->sendKeys(self::$shop . '/items/lantern');
        self::click('//button[normalize-space()="Rehearse"]');
        self::eventually(
            static fn(): bool => str_contains(
                implode('', array_map(static fn($e): string => $e->getText(), self::all('.filters'))),
                '75 as expected',
            ),
            'the rehearsal does not end',
            90,
        );
        self::first('body')->sendKeys('7');
        self::awaitText('.gate h2', 'May launch');
        self::awaitText('.gate', 'You are Tess, tester.');
        $id = explode('/', (string) parse_url(self::$browser->getCurrentURL(), PHP_URL_PATH))[2] ?? '';

        self::click('//button[contains(@class, "who")]');
        self::awaitText('.own h2', 'Change your password');
        self::assertAccessible('changing a password');
        foreach (['password of Tess', 'another of Tess', 'another of Tess'] as $i => $password) {
            self::all('.own input')[$i]->sendKeys($password);
        }
        self::click('//button[normalize-space()="Change password"]');
        self::eventually(static fn(): bool => [] === self::all('.own'), 'the password is not changed');
        self::click('//button[normalize-space()="Sign out"]');
        self::awaitText('h1', 'Sign in');
        self::signIn('Tess', 'another of Tess');
        self::awaitText('.who', 'Tess, tester');

        self::click('//button[normalize-space()="Sign out"]');
        self::awaitText('h1', 'Sign in');
        self::signIn('Lena', 'password of Lena');
        self::awaitText('.who', 'Lena, lead');
        self::$browser->get(self::$team . '/setups/' . $id . '/gate');
        self::awaitText('.gate h2', 'May launch');
        self::click('//button[contains(., "Sign the launch")]');
        self::awaitText('.gate', 'Lena');
        self::$browser->get(self::$team . '/accounts');
        self::awaitText('tbody', 'lead, you');
        self::assertAccessible('the accounts');
        self::$browser->get(self::$team . '/log');
        self::awaitText('tbody', 'signed a launch');
        self::awaitText('tbody', 'brought the setup in');
        self::assertAccessible('the log');
        $first = self::text('tbody tr:first-child');
        self::assertStringContainsString('Lena', $first);
        self::assertStringContainsString('Signal lantern', $first);
    }

    #[
        TestDox(
            'under PHP-FPM, what takes long is answered at once with where it will be, a worker is at it and can be ' .
                'stopped, and the server serves others meanwhile',
        ),
    ]
    public function testLongWorkUnderFpm(): void
    {
        self::$browser->get(self::$team . '/');
        self::eventually(
            static fn(): bool => [] !== self::all('.who') || [] !== self::all('input[autocomplete=username]'),
            'the page does not come',
        );
        if ([] === self::all('.who')) {
            self::signIn('Lena', 'password of Lena');
            self::awaitText('.who', 'Lena, lead');
        }
        $document = json_encode(self::large(), JSON_THROW_ON_ERROR);
        [$status, $made] = self::fetch('POST', '/api/setups', ['text' => $document]);
        self::assertSame(201, $status);
        $totals = '/api/documents/' . $made['sha256'] . '/totals';
        // As many as there are processes behind the server, and more.
        $ids = [];
        for ($i = 0; $i < 8; ++$i) {
            [$status, $later] = self::fetch('GET', $totals . '?quantity=' . ($i + 1));
            self::assertSame(202, $status);
            $ids[] = $later['id'];
        }
        self::assertCount(8, array_unique($ids));
        self::eventually(
            static function () use ($ids): bool {
                [, $now] = self::fetch('GET', '/api/answers/' . $ids[0]);

                return 'working' === ($now['state'] ?? '') && '0' !== $now['steps'];
            },
            'no worker is at it',
            60,
        );
        foreach ($ids as $id) {
            self::assertSame(204, self::fetch('DELETE', '/api/answers/' . $id)[0]);
            self::assertSame(422, self::fetch('GET', '/api/answers/' . $id)[0]);
        }
        self::assertSame(200, self::fetch('GET', '/api/setups')[0]);
        self::assertSame(204, self::fetch('DELETE', '/api/setups/' . $made['id'])[0]);
    }

    /**
     * @return array<string, mixed> a setup whose totals take some seconds to be told
     */
    private static function large(): array
    {
        $options = $guards = [];
        for ($o = 0; $o < 900; ++$o) {
            $values = [];
            for ($v = 0; $v < 4; ++$v) {
                $values[] = [
                    'code' => 'v' . $v,
                    'label' => 'V' . $v,
                    'charge' => sprintf('%d.00', ($o * 7 + $v * 3) % 11),
                ];
            }
            $options[] =
                ['code' => 'o' . $o, 'label' => 'O ' . $o, 'kind' => 'one', 'required' => true] + compact('values');
            if ($o > 0) {
                $guards[] = [
                    'id' => 'g' . $o,
                    'never' => [
                        'all' => [
                            ['option' => 'o' . ($o - 1), 'is' => 'v' . $o % 4],
                            ['option' => 'o' . $o, 'is' => 'v' . ($o * 3) % 4],
                        ],
                    ],
                ];
            }
        }

        return [
            'ithrel' => 'setup/1',
            'name' => 'Large',
            'currency' => 'EUR',
            'item' => ['sku' => 'L', 'name' => 'Large', 'price' => '1.00'],
            'options' => $options,
            'guards' => $guards,
        ];
    }

    /**
     * Asks from the page, as whoever is signed in there.
     *
     * @param array<string, mixed>|null $body
     *
     * @return array{int, array<string, mixed>} status and answer
     */
    private static function fetch(string $method, string $address, ?array $body = null): array
    {
        /** @var array{int, array<string, mixed>} $answer */
        $answer = self::$browser->executeAsyncScript(
            'const [method, address, body, then] = arguments; fetch(address, { method, headers: { "Content-Type": ' .
                '"application/json" }, body: body === null ? undefined : JSON.stringify(body) }).then(async (r) => ' .
                'then([r.status, r.status === 204 ? {} : await r.json()]))',
            [$method, $address, $body],
        );

        return $answer;
    }

    private static function signIn(string $name, string $password): void
    {
        $field = self::first('input[autocomplete=username]');
        $field->sendKeys([WebDriverKeys::CONTROL, 'a']);
        $field->sendKeys($name);
        self::first('input[type=password]')->sendKeys($password);
        self::click('//form//button[normalize-space()="Sign in"]');
    }

    /**
     * @return array<string, string>
     */
    private static function environment(): array
    {
        return [
            'APP_ENV' => 'prod',
            'ITHREL_VAR' => self::$folder,
            'ITHREL_DATABASE' => self::$folder . '/ithrel.sqlite',
            'ITHREL_TODAY' => '2026-11-24',
            'ITHREL_SIGN_IN' => '1',
            // Where people sign in, this machine is a shop's only where it is named.
            'ITHREL_SHOP_HOSTS' => '127.0.0.1',
        ];
    }

    private static function root(): string
    {
        return dirname(__DIR__, 3);
    }
}
