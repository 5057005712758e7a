<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Ithrel\App\Http\Permissions;
use Ithrel\App\People\Accounts;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use Ithrel\App\People\SignInTries;
use PHPUnit\Framework\Attributes\TestDox;
use Symfony\Component\Routing\RouterInterface;

/**
 * Every route is asked, in every spelling of its address, by everybody who may not: a guard that reads an address
 * otherwise than the router does is a door beside the door.
 */
final class DoorsTest extends ApiTestCase
{
    private const ROLES = ['nobody' => null, 'Rea' => Role::Reader, 'Tess' => Role::Tester];

    protected function setUp(): void
    {
        $_SERVER['ITHREL_SIGN_IN'] = $_ENV['ITHREL_SIGN_IN'] = '1';
        parent::setUp();
        $this->browser->disableReboot();
        foreach (['Rea' => Role::Reader, 'Tess' => Role::Tester, 'Lena' => Role::Lead] as $name => $role) {
            self::getContainer()
                ->get(Accounts::class)
                ->add($name, $role, 'password of ' . $name);
        }
    }

    protected function tearDown(): void
    {
        unset($_SERVER['ITHREL_SIGN_IN'], $_ENV['ITHREL_SIGN_IN']);
        parent::tearDown();
    }

    /**
     * @return iterable<array{string, string, Role|null}> method, path with something in place of each parameter, and
     *                                                    the role that it needs
     */
    private function routes(): iterable
    {
        $router = self::getContainer()->get(RouterInterface::class);
        self::assertInstanceOf(RouterInterface::class, $router);
        foreach ($router->getRouteCollection() as $route) {
            $controller = $route->getDefault('_controller');
            self::assertIsString($controller);
            $needs = ((new \ReflectionMethod($controller))->getAttributes(Needs::class)[0] ?? null)?->newInstance();
            $path = (string) preg_replace_callback(
                '/\{!?(\w+)\}/',
                static function (array $m) use ($route): string {
                    $asked = $route->getRequirement($m[1]) ?? '.+';
                    foreach ([str_repeat('a', 64), '1', '01ARZ3NDEKTSV4RRFFQ69G5FAV', 'checks.csv'] as $value) {
                        if (1 === preg_match('~^(?:' . $asked . ')$~D', $value)) {
                            return $value;
                        }
                    }

                    return 'x';
                },
                $route->getPath(),
            );
            foreach ([] === $route->getMethods() ? ['GET'] : $route->getMethods() as $method) {
                yield [$method, $path, Permissions::of($needs, 'GET' === $method)];
            }
        }
    }

    /**
     * @return list<string> the same address as people who look for a way in spell it
     */
    private static function spellings(string $path): array
    {
        $hex = static fn(string $part, string $of): string => str_replace($of, '%' . bin2hex($of), $part);

        return [
            $path,
            $hex($path, 'a'),
            '/%61' . substr($path, 2),
            '/a%70i' . substr($path, 4),
            '/ap%69' . substr($path, 4),
            '/%61%70%69' . substr($path, 4),
            '/%2561pi' . substr($path, 4),
            strtoupper(substr($path, 0, 4)) . substr($path, 4),
            '/;' . $path,
            '/ ' . ltrim($path, '/'),
            '/.' . $path,
            '/x/..' . $path,
            '/%2e' . $path,
            $path . '/../x/..',
            $path . '%20',
            $path . '%00',
            $path . '.json',
            $path . ';x=1',
            $path . '?edition=x',
            '/index.php' . $path,
            '/' . str_replace('/', '%2f', substr($path, 1)),
            '/api%2f' . substr($path, 5),
        ];
    }

    #[TestDox('no spelling of an address lets somebody do what she may not')]
    public function testEveryRouteInEverySpelling(): void
    {
        $asked = 0;
        foreach (self::ROLES as $name => $role) {
            if (null !== $role) {
                $this->signIn($name);
            }
            foreach ($this->routes() as [$method, $path, $needs]) {
                if (null === $needs || $role?->includes($needs)) {
                    continue;
                }
                foreach (self::spellings($path) as $address) {
                    $this->browser->request(
                        $method,
                        'http://localhost' . $address,
                        server: ['CONTENT_TYPE' => 'application/json'],
                        content: 'GET' === $method ? null : '{}',
                    );
                    $response = $this->browser->getResponse();
                    ++$asked;
                    // What is no address of the interface is the page that carries it, the same for everybody.
                    $isShell = str_contains((string) $response->getContent(), '<div id="app">');
                    self::assertTrue(
                        $isShell || in_array($response->getStatusCode(), [400, 401, 403, 404, 405, 421, 503], true),
                        "{$name}: {$method} {$address} answered {$response->getStatusCode()}",
                    );
                    if ($address === $path) {
                        self::assertSame(null === $role ? 401 : 403, $response->getStatusCode(), $method . $path);
                    }
                }
            }
        }
        self::assertGreaterThan(2_000, $asked);
    }

    public function testAnAddressThatHidesPlainCharactersIsRefused(): void
    {
        foreach (['/%61pi/setups', '/api/setup%73', '/api/%7euser', '/%2E/api/setups'] as $address) {
            $this->browser->request('GET', 'http://localhost' . $address);
            self::assertResponseStatusCodeSame(400, $address);
        }
        foreach (['/api/setups%2F', '/api/a%20b', '/api/%C3%A9'] as $address) {
            $this->browser->request('GET', 'http://localhost' . $address);
            self::assertContains($this->browser->getResponse()->getStatusCode(), [401, 404], $address);
        }
    }

    public function testTriesAreCountedBeforeItIsKnownWhetherTheyWillDo(): void
    {
        $tries = self::getContainer()->get(SignInTries::class);
        $waits = [];
        // Twelve that begin before any of them is over.
        for ($i = 0; $i < 12; ++$i) {
            $waits[] = $tries->begin('Rea', '192.0.2.1') > 0;
        }
        self::assertSame([...array_fill(0, 5, false), ...array_fill(0, 7, true)], $waits);
        self::assertSame(0, $tries->begin('Rea', '192.0.2.2'), 'Somebody elsewhere is not shut out.');
    }

    public function testWhoSignsInAndWhoCannotStandsInTheLog(): void
    {
        $this->send('POST', '/api/session', ['name' => 'Tess', 'password' => 'a guess at it'], 401);
        $this->send('POST', '/api/session', ['name' => 'my password 123', 'password' => 'x'], 401);
        $this->signIn('Lena');
        $log = array_map(
            static fn(array $l): array => [$l['person'], $l['what']],
            $this->send('GET', '/api/log', null, 200),
        );
        self::assertSame(
            [['Lena', 'signed in'], ['somebody', 'could not sign in'], ['Tess', 'could not sign in']],
            $log,
        );
        $this->send('PATCH', '/api/accounts', ['name' => 'Rea', 'role' => 'tester'], 200);
        self::assertSame('changed the account of Rea', $this->send('GET', '/api/log', null, 200)[0]['what']);
    }

    public function testPeopleChangeTheirOwnPassword(): void
    {
        $this->signIn('Rea');
        $change = ['old' => 'password of Tess', 'new' => 'another one of Rea'];
        $this->send('PUT', '/api/session/password', $change, 422);
        $change['old'] = 'password of Rea';
        $this->send('PUT', '/api/session/password', ['new' => 'short'] + $change, 422);
        $this->send('PUT', '/api/session/password', $change, 204);
        $this->send('POST', '/api/session', ['name' => 'Rea', 'password' => 'password of Rea'], 401);
        $this->send('POST', '/api/session', ['name' => 'Rea', 'password' => 'another one of Rea'], 200);
    }

    #[TestDox('what only a lead may: delete, switch orders on, take back what a lead accepted')]
    public function testWhatOnlyALeadMay(): void
    {
        $this->signIn('Tess');
        $id = $this->bringIn('01-harbour-pendant');
        $this->signIn('Lena');
        $open = $this->send('GET', "/api/setups/{$id}/gate", null, 200)['open'];
        $item = array_values(array_filter($open, static fn(array $o): bool => $o['isForLeads']))[0];
        $accepted = $this->send(
            'POST',
            "/api/setups/{$id}/accepted",
            ['known' => $item['known'], 'by' => 'Lena', 'role' => 'lead', 'why' => 'known', 'until' => null],
            201,
        )['accepted'][0];
        $this->signIn('Tess');
        $this->send('DELETE', "/api/setups/{$id}/accepted/{$accepted['id']}", null, 403);
        $this->send('DELETE', '/api/setups/' . $id, null, 204);
        self::assertSame([], $this->send('GET', '/api/setups', null, 200)['rows']);
        // It is put away, and all that was accepted stays.
        $this->send('GET', '/api/setups/' . $id, null, 200);
        $this->signIn('Lena');
        $this->send('DELETE', '/api/setups/' . $id, null, 204);
        $this->send('GET', '/api/setups/' . $id, null, 404);
    }

    public function testAReaderHasNoPageReadByItsAddress(): void
    {
        $this->signIn('Rea');
        $sources = [['name' => 'x', 'address' => 'http://127.0.0.1:1/']];
        $this->send('POST', '/api/drafts', ['sources' => $sources], 403);
        $this->signIn('Tess');
        $refused = $this->send('POST', '/api/drafts', ['sources' => $sources], 422);
        self::assertStringContainsString('the machine that Ithrel runs on', $refused['problems'][0]['message']);
    }

    private function signIn(string $name): void
    {
        $this->send('POST', '/api/session', ['name' => $name, 'password' => 'password of ' . $name], 200);
    }
}
