<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

/**
 * JSON that a shop answered with. What is not what was asked for ends the check without a verdict, naming the place.
 */
final readonly class ShopAnswer
{
    /**
     * @param array<array-key, mixed> $data
     */
    private function __construct(
        private array $data,
        private string $request,
        private string $at,
        public string $url,
    ) {}

    /**
     * @throws NoAnswer
     */
    public static function read(string $json, string $request, string $url): self
    {
        try {
            $data = json_decode($json, true, 64, JSON_THROW_ON_ERROR);
        } catch (\JsonException $e) {
            throw new NoAnswer(
                sprintf(
                    'The shop answered %s with something that is not JSON: "%s".',
                    $request,
                    mb_strimwidth(
                        trim((string) preg_replace('/\s+/', ' ', mb_scrub($json, 'UTF-8'))),
                        0,
                        80,
                        '…',
                        'UTF-8',
                    ),
                ),
                false,
                $e,
            );
        }
        if (!is_array($data)) {
            throw new NoAnswer(sprintf('The shop answered %s with JSON that is no object.', $request), false);
        }

        return new self($data, $request, '', $url);
    }

    public function text(string $key): string
    {
        $value = $this->data[$key] ?? null;

        return is_string($value) ? $value : $this->wrong($key, 'a text');
    }

    public function optional(string $key): ?string
    {
        return isset($this->data[$key]) ? $this->text($key) : null;
    }

    public function flag(string $key): bool
    {
        $value = $this->data[$key] ?? null;

        return is_bool($value) ? $value : $this->wrong($key, 'true or false');
    }

    public function object(string $key): self
    {
        $value = $this->data[$key] ?? null;

        return is_array($value)
            ? new self($value, $this->request, $this->at . '/' . $key, $this->url)
            : $this->wrong($key, 'an object');
    }

    /**
     * @return list<self>
     */
    public function objects(string $key): array
    {
        $objects = [];
        foreach ($this->members($key) as $i => $each) {
            $objects[] = is_array($each)
                ? new self($each, $this->request, $this->at . '/' . $key . '/' . $i, $this->url)
                : $this->wrong($key . '/' . $i, 'an object');
        }

        return $objects;
    }

    /**
     * @return list<mixed>
     */
    public function members(string $key): array
    {
        $value = $this->data[$key] ?? null;

        return is_array($value) && array_is_list($value) ? $value : $this->wrong($key, 'a list');
    }

    /**
     * @return array<string, mixed>
     */
    public function all(): array
    {
        $all = [];
        foreach ($this->data as $key => $value) {
            $all[(string) $key] = $value;
        }

        return $all;
    }

    private function wrong(string $key, string $what): never
    {
        throw new NoAnswer(
            sprintf(
                'The shop\'s answer to %s is not what was asked for: %s is %s.',
                $this->request,
                $this->at . '/' . $key,
                array_key_exists($key, $this->data) ? 'not ' . $what : 'missing',
            ),
            false,
        );
    }
}
