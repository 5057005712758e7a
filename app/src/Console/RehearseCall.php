<?php

declare(strict_types=1);

namespace Ithrel\App\Console;

use Ithrel\App\Rehearsal\ShopAddress;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Symfony\Component\Console\Input\InputInterface;

/**
 * What a call of `./ithrel rehearse` asks for.
 */
final readonly class RehearseCall
{
    /**
     * @param bool $isPage whether the address is that of a page, else of an item behind the shop interface
     * @param string|null $map path of a map of the page
     * @param list<string> $hosts that may be visited, the address's own first
     * @param string|null $pictures path of a folder
     * @param list<string> $samples as SetupFile::samples() reads them
     */
    private function __construct(
        public string $address,
        public bool $isPage,
        public ?string $map,
        public ?string $saveMap,
        private ?string $checks,
        public bool $orders,
        public array $hosts,
        public float $pauseSeconds,
        public ?string $pictures,
        public array $samples,
        public string $format,
        public ?string $today,
    ) {}

    /**
     * @throws \InvalidArgumentException where the call is off
     */
    public static function of(InputInterface $input): self
    {
        /**
         * @var array{
         *     page: string|null,
         *     shop: string|null,
         *     map: string|null,
         *     'save-map': string|null,
         *     checks: string|null,
         *     orders: bool,
         *     host: list<string>,
         *     pause: string,
         *     pictures: string|null,
         *     sample: list<string>,
         *     format: string,
         *     today: string|null,
         * } $options
         */
        $options = $input->getOptions();
        if ((null === $options['page']) === (null === $options['shop'])) {
            throw new \InvalidArgumentException('Either --page or --shop is needed.');
        }
        if (!in_array($options['format'], ['text', 'json', 'junit', 'csv'], true)) {
            throw new \InvalidArgumentException('--format is text, json, junit or csv.');
        }
        if (1 !== preg_match('/^\d{1,3}(\.\d{1,3})?$/D', $options['pause'])) {
            throw new \InvalidArgumentException('--pause is a number of seconds.');
        }
        $address = $options['page'] ?? ($options['shop'] ?? '');
        $own = ShopAddress::hostOf($address);

        return new self(
            address: $address,
            isPage: null !== $options['page'],
            map: $options['map'],
            saveMap: $options['save-map'],
            checks: $options['checks'],
            orders: $options['orders'],
            hosts: [...'' === $own ? [] : [$own], ...$options['host']],
            pauseSeconds: (float) $options['pause'],
            pictures: $options['pictures'],
            samples: $options['sample'],
            format: $options['format'],
            today: $options['today'],
        );
    }

    /**
     * @return list<Check> those of a plan that are to be tried
     *
     * @throws \InvalidArgumentException where the numbers cannot be read
     */
    public function wanted(Plan $plan): array
    {
        if (null === $this->checks) {
            return $plan->checks;
        }
        $wanted = [];
        foreach (explode(',', $this->checks) as $part) {
            if (1 !== preg_match('/^(\d{1,6})(?:-(\d{1,6}))?$/D', trim($part), $m)) {
                throw new \InvalidArgumentException('--checks are numbers, as in 1,2,7-9.');
            }
            $wanted += array_fill_keys(range((int) $m[1], (int) ($m[2] ?? $m[1])), true);
        }

        return array_values(array_filter($plan->checks, static fn(Check $c): bool => isset($wanted[$c->number])));
    }
}
