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
            $rehearsal->id(),
            $rehearsal->round(),
            $rehearsal->revision()->document(),
            $rehearsal->today(),
            $address,
            $rehearsal->map(),
            $rehearsal->mayOrder(),
            $hosts ?? [ShopAddress::hostOf($address)],
            $pause,
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
            Field::text($data, 'run'),
            Field::whole($data, 'round'),
            $document,
            Field::text($data, 'today'),
            Field::text($data, 'address'),
            isset($data['map']) ? Field::object($data, 'map') : null,
            true === ($data['mayOrder'] ?? null),
            Field::texts($data, 'hosts'),
            Field::whole($data, 'pause'),
        );
    }
}
