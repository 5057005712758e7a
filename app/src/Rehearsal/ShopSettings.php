<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Net\HostPolicy;
use Ithrel\App\Queue\JobInHand;
use Ithrel\App\Store\Revision;
use Ithrel\Core\Document\UnreadableDocument;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/**
 * Which shops may be asked, and where the rehearsal shop that ships with Ithrel answers.
 */
final readonly class ShopSettings
{
    /**
     * @param string $standIn address of the rehearsal shop; empty where none runs
     * @param float $seconds that a shop may take for one answer
     */
    public function __construct(
        private HttpClientInterface $http,
        private HostPolicy $policy,
        private string $standIn,
        private float $seconds,
    ) {}

    /**
     * The page of an item: whoever asks names its host by giving the address, unless a setting says which hosts may be
     * asked at all. Where it leads is looked at here, so that it is refused at once, and again by whoever connects.
     *
     * @param list<string> $hosts further hosts of that shop
     *
     * @throws UnreadableDocument
     */
    public function page(string $page, array $hosts = []): ShopAddress
    {
        $named = $this->policy->isNamed()
            ? $this->policy->named()
            : [ShopAddress::hostOf($page), ...$this->policy->named(), ...$hosts];
        $address = ShopAddress::of($page, $named);
        $this->policy->check($address->page);

        return $address;
    }

    public function door(ShopAddress $address, ?string $sha256): ShopDoor
    {
        // One answer, twice as long at the most, has to fit into the time for which a worker holds its job.
        return new ShopDoor($this->http, $address, min($this->seconds, JobInHand::HELD / 3), $sha256);
    }

    /** Where the rehearsal shop answers; null where none runs. */
    public function standIn(): ?string
    {
        return '' === $this->standIn ? null : rtrim($this->standIn, '/');
    }

    /**
     * Puts a revision on sale in the rehearsal shop. One that is there already stays; its name is that of its content.
     *
     * @return string the address of the item's page
     *
     * @throws NoAnswer
     */
    public function publish(Revision $revision): string
    {
        $page =
            $this->pageOf($revision) ?? throw new NoAnswer('No rehearsal shop runs. ./ithrel demo starts one.', false);
        try {
            $response = $this->http->request('PUT', $page, [
                'body' => $revision->document(),
                'headers' => ['Content-Type' => 'application/json', 'Accept' => 'application/json'],
                'timeout' => $this->seconds,
                'max_redirects' => 0,
            ]);
            if (200 !== $response->getStatusCode()) {
                throw new NoAnswer(
                    sprintf(
                        'The rehearsal shop answered %d when the item was put on sale.',
                        $response->getStatusCode(),
                    ),
                    true,
                );
            }
        } catch (ExceptionInterface $e) {
            throw new NoAnswer(sprintf('The rehearsal shop does not answer at %s.', $this->standIn), true, $e);
        }

        return $page;
    }

    /** The page of a revision in the rehearsal shop, once it is published. */
    public function pageOf(Revision $revision): ?string
    {
        $standIn = $this->standIn();

        return null === $standIn ? null : $standIn . '/items/' . substr($revision->sha256(), 0, 16);
    }

    /**
     * The address of a page of the rehearsal shop with faults switched on.
     *
     * @param list<string> $faults
     *
     * @throws UnreadableDocument where it has no such fault
     */
    public function withFaults(string $page, array $faults): string
    {
        if ([] === $faults) {
            return $page;
        }
        $known = array_column($this->faults(), 'name');
        foreach ($faults as $i => $fault) {
            if (!in_array($fault, $known, true)) {
                throw UnreadableDocument::at(
                    '/faults/' . $i,
                    sprintf('The rehearsal shop has no fault "%s".', mb_strimwidth($fault, 0, 60, '…', 'UTF-8')),
                );
            }
        }
        $standIn = $this->standIn() ?? '';

        return $standIn . '/with/' . implode(',', $faults) . substr($page, strlen($standIn));
    }

    /**
     * @return list<array{name: string, line: string, family: string}> faults that the rehearsal shop can have; none
     *                                                                 where it does not answer
     */
    public function faults(): array
    {
        $faults = [];
        try {
            $data =
                null === $this->standIn()
                    ? []
                    : $this->http
                        ->request('GET', $this->standIn() . '/', [
                            'headers' => ['Accept' => 'application/json'],
                            'timeout' => $this->seconds,
                        ])
                        ->toArray();
        } catch (ExceptionInterface) {
            return [];
        }
        foreach (is_array($data['faults'] ?? null) ? $data['faults'] : [] as $family => $members) {
            foreach (is_array($members) ? $members : [] as $fault) {
                if (is_array($fault) && is_string($fault['name'] ?? null) && is_string($fault['line'] ?? null)) {
                    $faults[] = ['name' => $fault['name'], 'line' => $fault['line'], 'family' => (string) $family];
                }
            }
        }

        return $faults;
    }
}
