<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Doctrine\DBAL\Connection;
use Ithrel\App\Http\Permissions;
use Ithrel\App\People\Accounts;
use Ithrel\App\People\Changes;
use Ithrel\App\People\Needs;
use Ithrel\App\People\Role;
use PHPUnit\Framework\Attributes\TestDox;
use Symfony\Component\Routing\RouterInterface;

/**
 * Who may do what, where a team signs in; and what is written of it.
 */
final class PeopleApiTest extends ApiTestCase
{
    protected function setUp(): void
    {
        $_SERVER['ITHREL_SIGN_IN'] = $_ENV['ITHREL_SIGN_IN'] = '1';
        parent::setUp();
        $this->browser->disableReboot();
        foreach (['Rea' => Role::Reader, 'Tess' => Role::Tester, 'Lena' => Role::Lead] as $name => $role) {
            $this->accounts()->add($name, $role, 'password of ' . $name);
        }
    }

    protected function tearDown(): void
    {
        unset($_SERVER['ITHREL_SIGN_IN'], $_ENV['ITHREL_SIGN_IN']);
        parent::tearDown();
    }

    #[TestDox('nobody sees anything before she has signed in; then readers read, testers change, leads sign')]
    public function testRoles(): void
    {
        self::assertSame(
            ['needed' => true, 'name' => null, 'role' => null],
            $this->send('GET', '/api/session', null, 200),
        );
        $this->send('GET', '/api/setups', null, 401);
        $this->send('POST', '/api/setups', ['text' => self::demo('08-signal-lantern')], 401);
        $this->signIn('Tess');
        $id = $this->bringIn('08-signal-lantern');
        $this->send('POST', "/api/setups/{$id}/launches", ['by' => 'Lena', 'sha256' => str_repeat('0', 64)], 403);
        $this->send('DELETE', '/api/session', null, 204);
        $this->send('GET', '/api/setups/' . $id, null, 401);
        $this->signIn('Rea');
        $this->send('GET', '/api/setups/' . $id, null, 200);
        $this->send('POST', $this->analyses($id) . '/slip', ['pick' => new \stdClass()], 200);
        $edition = (string) $this->send('GET', '/api/setups/' . $id, null, 200)['edition'];
        $this->send('GET', $this->analyses($id) . '/ladder?edition=' . $edition, null, 200);
        self::assertFalse(
            $this->browser->getResponse()->isImmutable(),
            'Who signs out shall not find it in the browser.',
        );
        $problem = $this->send('PATCH', '/api/setups/' . $id, ['title' => 'Hers'], 403);
        self::assertSame('This is done by a tester; you are a reader.', $problem['detail']);
        $this->signIn('Lena');
        // The launch is refused for what is open, not for who she is.
        $this->send('POST', "/api/setups/{$id}/launches", ['by' => 'Lena', 'sha256' => str_repeat('0', 64)], 422);
    }

    #[TestDox('a role and a name that are only said do not count')]
    public function testWhatIsSaidDoesNotCount(): void
    {
        $this->signIn('Tess');
        $id = $this->bringIn('01-harbour-pendant');
        $open = $this->send('GET', "/api/setups/{$id}/gate", null, 200)['open'];
        $blocker = array_values(array_filter($open, static fn(array $o): bool => $o['forbids']))[0];
        $as = ['known' => $blocker['known'], 'by' => 'Lena', 'role' => 'lead', 'why' => 'known', 'until' => null];
        $this->send('POST', "/api/setups/{$id}/accepted", $as, 422);
        $warning = array_values(array_filter($open, static fn(array $o): bool => !$o['isForLeads']))[0];
        $accepted = $this->send('POST', "/api/setups/{$id}/accepted", ['known' => $warning['known']] + $as, 201)[
            'accepted'
        ][0];
        self::assertSame(['Tess', 'tester'], [$accepted['by'], $accepted['role']]);
    }

    #[
        TestDox(
            'an account that is removed, or given another role, is signed out; a wrong password waits after five tries',
        ),
    ]
    public function testEndsAndTries(): void
    {
        $this->signIn('Tess');
        $this->send('GET', '/api/setups', null, 200);
        $this->accounts()->remove($this->accounts()->get('Tess'));
        $this->send('GET', '/api/setups', null, 401);
        $this->send('POST', '/api/session', ['name' => 'Tess', 'password' => 'password of Tess'], 401);
        for ($try = 0; $try < 5; ++$try) {
            self::assertSame(
                'Name or password is another.',
                $this->send('POST', '/api/session', ['name' => 'Rea', 'password' => 'guess'], 401)['detail'],
            );
        }
        $this->send('POST', '/api/session', ['name' => 'Rea', 'password' => 'password of Rea'], 429);
        self::assertGreaterThan(0, (int) $this->browser->getResponse()->headers->get('Retry-After'));
        // A clock that was set back, or far ahead, shuts nobody out.
        $connection = self::getContainer()->get(Connection::class);
        foreach ([5_000, -5_000] as $by) {
            $connection->executeStatement('UPDATE sign_in_try SET since = ?', [time() + $by]);
            $this->signIn('Rea');
            $this->send('POST', '/api/session', ['name' => 'Rea', 'password' => 'guess'], 401);
        }
        $this->signIn('Lena');
        foreach ([['', ''], ['Lena', ''], [str_repeat('x', 2_000), 'y']] as [$name, $password]) {
            $this->send('POST', '/api/session', ['name' => $name, 'password' => $password], 401);
        }
        foreach (
            [
                'Rea' => 'a password of hers',
                'Tess' => 'a password of hers',
                'New' => 'short',
                "B\nell" => 'a password of hers',
                '' => 'a password of hers',
            ]
            as $name => $password
        ) {
            try {
                $this->accounts()->add($name, Role::Reader, $password);
                self::fail('An account was made of ' . $name);
            } catch (\DomainException $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
    }

    #[TestDox('a lead makes, changes and removes accounts, but not her own; others do not even see them')]
    public function testAccounts(): void
    {
        $this->signIn('Tess');
        $this->send('GET', '/api/accounts', null, 403);
        $this->send('PATCH', '/api/accounts', ['name' => 'Tess', 'role' => 'lead'], 403);
        $this->signIn('Lena');
        $this->send(
            'POST',
            '/api/accounts',
            ['name' => 'Nora', 'role' => 'tester', 'password' => 'password of Nora'],
            201,
        );
        $this->send(
            'POST',
            '/api/accounts',
            ['name' => 'Nora', 'role' => 'tester', 'password' => 'password of Nora'],
            422,
        );
        $this->send(
            'POST',
            '/api/accounts',
            ['name' => 'Olga', 'role' => 'owner', 'password' => 'password of Olga'],
            422,
        );
        self::assertSame(
            'reader',
            $this->send('PATCH', '/api/accounts', ['name' => 'Nora', 'role' => 'reader'], 200)['role'],
        );
        self::assertSame(
            ['Lena', 'Nora', 'Rea', 'Tess'],
            array_column($this->send('GET', '/api/accounts', null, 200), 'name'),
        );
        self::assertSame(
            ['Rea', 'Tess'],
            array_column($this->send('GET', '/api/accounts?after=Nora', null, 200), 'name'),
        );
        self::assertStringNotContainsString('password', (string) $this->browser->getResponse()->getContent());
        $this->send('DELETE', '/api/accounts/Lena', null, 422);
        $this->send('DELETE', '/api/accounts/Nora', null, 200);
        $odd = 'Käthe/Søren?';
        $account = ['name' => $odd, 'role' => 'reader', 'password' => 'a password of hers'];
        $etag = $this->send('POST', '/api/accounts', $account, 201)['etag'];
        $this->send('PATCH', '/api/accounts', ['name' => $odd, 'role' => 'tester'], 200, $etag);
        $this->send('DELETE', '/api/accounts/' . rawurlencode($odd), null, 412, $etag);
        self::assertSame($odd, $this->send('DELETE', '/api/accounts/' . rawurlencode($odd), null, 200)['name']);
        $this->send('PATCH', '/api/accounts', ['name' => 'Nora', 'role' => 'tester'], 422);
        self::assertSame("removed the account of {$odd}", $this->send('GET', '/api/log', null, 200)[0]['what']);
    }

    #[TestDox('every change is in the log with who and when, of a setup that is gone too; reading is not')]
    public function testLog(): void
    {
        $this->signIn('Tess');
        $id = $this->bringIn('08-signal-lantern');
        $this->send('PATCH', '/api/setups/' . $id, ['title' => 'Lantern'], 200);
        $this->send('POST', $this->analyses($id) . '/slip', ['pick' => new \stdClass()], 200);
        $this->send('PATCH', '/api/setups/' . $id, ['title' => ''], 422);
        $this->send('DELETE', '/api/setups/' . $id, null, 204);
        $log = $this->send('GET', '/api/log', null, 200);
        self::assertSame(
            [
                ['Tess', 'removed the setup', 'Lantern'],
                ['Tess', 'gave the setup another name', 'Signal lantern'],
                ['Tess', 'brought the setup in', 'Signal lantern'],
                ['Tess', 'signed in', null],
            ],
            array_map(static fn(array $l): array => [$l['person'], $l['what'], $l['title']], $log),
        );
        self::assertSame(array_slice($log, 2), $this->send('GET', '/api/log?before=' . $log[1]['id'], null, 200));
    }

    #[TestDox('every endpoint that is not read alone says what it changes, or that a reader may ask it')]
    public function testEveryEndpointSaysWhatItDoes(): void
    {
        $router = self::getContainer()->get(RouterInterface::class);
        self::assertInstanceOf(RouterInterface::class, $router);
        $seen = 0;
        foreach ($router->getRouteCollection() as $route) {
            $controller = $route->getDefault('_controller');
            if (!is_string($controller) || !str_starts_with($route->getPath(), '/api/')) {
                continue;
            }
            $method = new \ReflectionMethod($controller);
            $needs = ($method->getAttributes(Needs::class)[0] ?? null)?->newInstance();
            $changes = [] !== $method->getAttributes(Changes::class);
            $isRead = ['GET'] === $route->getMethods();
            self::assertTrue(
                $changes
                    ? !$isRead
                    : $isRead || (null !== $needs && in_array($needs->role, [null, Role::Reader], true)),
                $controller,
            );
            // Everybody changes her own password.
            self::assertTrue(
                !$changes ||
                    str_ends_with($controller, '::changePassword') ||
                    true === Permissions::of($needs, $isRead)?->includes(Role::Tester),
                $controller,
            );
            ++$seen;
        }
        self::assertGreaterThan(45, $seen);
    }

    #[TestDox('a remark is written at a place, answered and closed, and counted at the gate while it is open')]
    public function testRemarks(): void
    {
        $this->signIn('Tess');
        $id = $this->bringIn('08-signal-lantern');
        $remark = $this->send(
            'POST',
            "/api/setups/{$id}/remarks",
            [
                'text' => ' Is this meant? <b>',
                'about' => 'place /options/0',
                'at' => '/options/0',
                'words' => 'Lens',
                'by' => 'Lena',
            ],
            201,
        );
        self::assertResponseHeaderSame('Location', "/api/setups/{$id}/remarks/{$remark['id']}");
        self::assertSame($remark, $this->send('GET', "/api/setups/{$id}/remarks/{$remark['id']}", null, 200));
        self::assertSame([$remark], $this->send('GET', "/api/setups/{$id}/remarks", null, 200));
        self::assertSame([], $this->send('GET', "/api/setups/{$id}/remarks?after={$remark['id']}", null, 200));
        self::assertSame(
            ['Tess', 'Is this meant? <b>', null],
            [$remark['person'], $remark['text'], $remark['closedBy']],
        );
        self::assertSame(1, $this->send('GET', "/api/setups/{$id}/gate", null, 200)['remarks']);
        $this->signIn('Lena');
        $answered = $this->send('POST', "/api/setups/{$id}/remarks", ['text' => 'Yes.', 'to' => $remark['id']], 201);
        self::assertSame(
            [['Lena', 'Yes.']],
            array_map(static fn(array $a): array => [$a['person'], $a['text']], $answered['answers']),
        );
        self::assertSame(
            'Lena',
            $this->send('POST', "/api/setups/{$id}/remarks/{$remark['id']}/close", null, 200)['closedBy'],
        );
        self::assertSame(0, $this->send('GET', "/api/setups/{$id}/gate", null, 200)['remarks']);
        $this->send('POST', "/api/setups/{$id}/remarks", ['text' => 'And?', 'to' => $remark['id']], 422);
        $this->send('POST', "/api/setups/{$id}/remarks/{$remark['id']}/close", null, 422);
        $this->send('POST', "/api/setups/{$id}/remarks", ['text' => '  '], 422);
        $other = $this->bringIn('04-engraved-plate');
        $this->send('POST', "/api/setups/{$other}/remarks/{$remark['id']}/close", null, 422);
        $this->send('GET', "/api/setups/{$other}/remarks/{$remark['id']}", null, 404);
        $this->signIn('Rea');
        $this->send('POST', "/api/setups/{$id}/remarks", ['text' => 'Hello'], 403);
    }

    private function signIn(string $name): void
    {
        self::assertSame(
            $name,
            $this->send('POST', '/api/session', ['name' => $name, 'password' => 'password of ' . $name], 200)['name'],
        );
    }

    private function accounts(): Accounts
    {
        return self::getContainer()->get(Accounts::class);
    }
}
