<?php

declare(strict_types=1);

namespace Ithrel\Shop\Http;

use Symfony\Component\HttpFoundation\Session\Session;
use Symfony\Component\HttpFoundation\Session\Storage\Handler\NativeFileSessionHandler;
use Symfony\Component\HttpFoundation\Session\Storage\NativeSessionStorage;

/**
 * What the shop remembers of one shopper between requests, behind a session cookie. Shops with different faults on
 * keep apart what they remember.
 */
final readonly class Visit
{
    private const HOURS = 2;

    private Session $session;
    private string $key;

    /**
     * @param list<string> $faults
     */
    public function __construct(string $folder, array $faults)
    {
        if (!is_dir($folder)) {
            @mkdir($folder, 0o700, true);
        }
        $storage = new NativeSessionStorage(
            [
                'name' => 'lampshop',
                'use_strict_mode' => 1,
                'cookie_httponly' => 1,
                'cookie_samesite' => 'Strict',
                'gc_probability' => 1,
                'gc_divisor' => 200,
                'gc_maxlifetime' => self::HOURS * 3600,
            ],
            new NativeFileSessionHandler($folder),
        );
        $this->session = new Session($storage);
        $this->session->start();
        $this->key = implode(',', $faults) . '/';
    }

    /**
     * @return array<string, mixed>
     */
    public function get(string $what): array
    {
        $kept = $this->session->get($this->key . $what, []);
        $map = [];
        foreach (is_array($kept) ? $kept : [] as $key => $value) {
            $map[(string) $key] = $value;
        }

        return $map;
    }

    /**
     * @param array<string, mixed> $value
     */
    public function set(string $what, array $value): void
    {
        $this->session->set($this->key . $what, $value);
    }
}
