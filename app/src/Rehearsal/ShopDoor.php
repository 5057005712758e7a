<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\Core\Compare\Found;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Click;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/**
 * Tries checks in a shop over HTTP, each as a new shopper; docs/shop-interface.md says what is asked.
 */
final readonly class ShopDoor
{
    private const TRIES = 3;
    private const STAGES = ['cart' => 'GET', 'checkout' => 'GET', 'order' => 'POST'];

    /**
     * @param float $seconds that a shop may take for one answer
     * @param string|null $sha256 of the document that the shop has to sell, where it says which
     */
    public function __construct(
        private HttpClientInterface $http,
        private ShopAddress $address,
        private float $seconds,
        private ?string $sha256,
    ) {}

    /**
     * @param \Closure(): void $beat called before each request, so that the work is not taken for abandoned
     *
     * @throws NoAnswer after three tries, or at once where another try would be of no use
     */
    public function try(Check $check, \Closure $beat): Found
    {
        for ($try = 1; ; ++$try) {
            try {
                return $this->once($check, $beat);
            } catch (NoAnswer $e) {
                if (!$e->mayPass || $try >= self::TRIES) {
                    throw $e->mayPass
                        ? new NoAnswer($e->getMessage() . sprintf(' Tried %d times.', $try), true, $e)
                        : $e;
                }
                usleep(200_000 * $try);
            }
        }
    }

    /**
     * Whether the shop still sells by the document that was rehearsed; null: it does not say.
     *
     * @param \Closure(): void $beat
     *
     * @throws NoAnswer
     */
    public function isStill(\Closure $beat): ?bool
    {
        $sha256 = (new ShopClient($this->http, $this->address, $this->seconds, $beat))
            ->ask('GET', $this->address->page, $this->address->page)
            ->optional('sha256');

        return null === $sha256 || null === $this->sha256 ? null : $sha256 === $this->sha256;
    }

    /**
     * @param \Closure(): void $beat
     */
    private function once(Check $check, \Closure $beat): Found
    {
        $shopper = new ShopClient($this->http, $this->address, $this->seconds, $beat);
        $opened = $clicked = null;
        $accepted = false;
        $fields = [];
        foreach ($check->visits as $v => $clicks) {
            $opened = $this->opened($shopper);
            $links = $opened->object('links');
            $clicked = $shopper->ask('POST', $opened->url, $links->text('clicks'), [
                'clicks' => array_map(
                    static fn(Click $c): array => ['option' => $c->option, 'answer' => $c->answer],
                    $clicks,
                ),
                'quantity' => $check->quantity[$v],
            ]);
            $refused = $clicked->optional('refused');
            if (null !== $refused) {
                return new Found($refused, null, null, false, [], []);
            }
            $sent = $v === count($check->visits) - 1 ? $check->sent : null;
            $added = $shopper->ask(
                'POST',
                $opened->url,
                $links->text($check->route),
                ['quantity' => $check->quantity[$v]] + (null === $sent ? [] : ['answers' => $sent]),
            );
            $accepted = $added->flag('accepted');
            $fields = array_map(static fn(ShopAnswer $p): string => $p->text('field'), $added->objects('problems'));
        }
        if (null === $clicked) {
            throw new \LogicException('A check has a visit.');
        }
        $stages = [];
        foreach ($accepted ? self::STAGES : [] as $stage => $method) {
            $answer = $shopper->ask(
                $method,
                $opened->url,
                $opened->object('links')->text($stage),
                'POST' === $method ? [] : null,
            );
            $stages[$stage] = self::stage($answer);
        }
        if (!$accepted && !$check->looksOnly()) {
            $stages = $this->keptAllTheSame($shopper, $opened);
        }
        $page = $clicked->object('page');

        return new Found(
            null,
            $this->offered($check, $page),
            [
                'unitPrice' => $page->optional('unitPrice'),
                'total' => $page->optional('total'),
                'entries' => $page->members('entries'),
                'image' => $page->optional('image'),
            ],
            $accepted,
            $fields,
            $stages,
        );
    }

    /**
     * The cart after a refusal, where something is in it that should not be.
     *
     * @return array<string, array{lines: list<array<string, mixed>>, total: string|null}>
     */
    private function keptAllTheSame(ShopClient $shopper, ShopAnswer $opened): array
    {
        try {
            $cart = self::stage($shopper->ask('GET', $opened->url, $opened->object('links')->text('cart')));
        } catch (NoAnswer) {
            // A cart that cannot be shown, as it is empty, has nothing in it.
            return [];
        }

        return [] === $cart['lines'] ? [] : ['cart' => $cart];
    }

    /**
     * @return array{lines: list<array<string, mixed>>, total: string|null}
     */
    private static function stage(ShopAnswer $answer): array
    {
        return [
            'lines' => array_map(static fn(ShopAnswer $l): array => $l->all(), $answer->objects('lines')),
            'total' => $answer->optional('total'),
        ];
    }

    private function opened(ShopClient $shopper): ShopAnswer
    {
        $opened = $shopper->ask('GET', $this->address->page, $this->address->page);
        $sha256 = $opened->optional('sha256');
        if (null !== $this->sha256 && null !== $sha256 && $sha256 !== $this->sha256) {
            throw new NoAnswer(
                sprintf(
                    'The shop sells by another state of the setup (%s) than the one rehearsed (%s).',
                    substr($sha256, 0, 8),
                    substr($this->sha256, 0, 8),
                ),
                false,
            );
        }

        return $opened;
    }

    private function offered(Check $check, ShopAnswer $page): ?bool
    {
        if (null === $check->offered) {
            return null;
        }
        foreach ($page->objects('options') as $option) {
            if ($option->text('code') === $check->offered[0]) {
                return null === $check->offered[1]
                    ? $option->flag('shown')
                    : in_array($check->offered[1], $option->members('offered'), true);
            }
        }

        return false;
    }
}
