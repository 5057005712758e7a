<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Queue\Field;
use Ithrel\App\Store\Rehearsal;

/**
 * What has to be known of a run to try its checks, wherever that is done.
 */
final readonly class OpenRun
{
    /**
     * @param string $document JSON
     * @param string $address of the item's page in the shop
     * @param array<string, mixed>|null $map of the page, where it is tried in a browser
     * @param list<string> $hosts that a browser may ask
     * @param int $pause milliseconds after each check on a page
     */
    public function __construct(
        public string $run,
        public int $round,
        public string $document,
        public string $today,
        public string $address,
        public ?array $map,
        public bool $mayOrder,
        public array $hosts,
        public int $pause,
    ) {}

    /**
     * @param list<string>|null $hosts of its shop; null: the page's own
     */
    public static function of(Rehearsal $rehearsal, ?array $hosts, int $pause): self
    {
        $address = $rehearsal->address() ?? '';

        return new self(
            run: $rehearsal->id(),
            round: $rehearsal->round(),
            document: $rehearsal->revision()->document(),
            today: $rehearsal->today(),
            address: $address,
            map: $rehearsal->map(),
            mayOrder: $rehearsal->mayOrder(),
            hosts: $hosts ?? [ShopAddress::hostOf($address)],
            pause: $pause,
        );
    }

    public function sha256(): string
    {
        return hash('sha256', $this->document);
    }

    /**
     * Without the document, which is many times as large as the rest and shared by runs.
     *
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'run' => $this->run,
            'round' => $this->round,
            'sha256' => $this->sha256(),
            'today' => $this->today,
            'address' => $this->address,
            'map' => $this->map,
            'mayOrder' => $this->mayOrder,
            'hosts' => $this->hosts,
            'pause' => $this->pause,
        ];
    }

    /**
     * @param array<array-key, mixed> $data
     */
    public static function fromArray(array $data, string $document): self
    {
        return new self(
            run: Field::text($data, 'run'),
            round: Field::whole($data, 'round'),
            document: $document,
            today: Field::text($data, 'today'),
            address: Field::text($data, 'address'),
            map: isset($data['map']) ? Field::object($data, 'map') : null,
            mayOrder: true === ($data['mayOrder'] ?? null),
            hosts: Field::texts($data, 'hosts'),
            pause: Field::whole($data, 'pause'),
        );
    }
}
