<?php

declare(strict_types=1);

namespace Ithrel\Core\Document;

use Brick\Math\BigDecimal;

/**
 * A JSON object with its place, for reading after the structural check has passed: types are known,
 * so a getter gives what is there or what its absence means.
 */
final readonly class Place
{
    public function __construct(private \stdClass $object, public string $at) {}

    public function has(string $key): bool
    {
        return isset($this->object->{$key});
    }

    /** The object as it was decoded. */
    public function plain(): \stdClass
    {
        return $this->object;
    }

    public function only(string ...$keys): self
    {
        return new self((object) array_intersect_key(get_object_vars($this->object), array_flip($keys)), $this->at);
    }

    public function without(string ...$keys): self
    {
        return new self((object) array_diff_key(get_object_vars($this->object), array_flip($keys)), $this->at);
    }

    /** JSON Pointer of a key of this object. */
    public function at(string $key): string
    {
        return $this->at . '/' . Pointer::escape($key);
    }

    public function text(string $key, string $absent = ''): string
    {
        $value = $this->object->{$key} ?? $absent;

        return is_string($value) || is_int($value) ? (string) $value : $absent;
    }

    public function optional(string $key): ?string
    {
        return $this->has($key) ? $this->text($key) : null;
    }

    public function flag(string $key): bool
    {
        return true === ($this->object->{$key} ?? false);
    }

    public function decimal(string $key): ?BigDecimal
    {
        return $this->has($key) ? BigDecimal::of($this->text($key, '0')) : null;
    }

    public function whole(string $key): ?int
    {
        return $this->has($key) ? (int) $this->text($key) : null;
    }

    /** An empty object where the key is absent. */
    public function object(string $key): self
    {
        $value = $this->object->{$key} ?? null;

        return new self($value instanceof \stdClass ? $value : new \stdClass(), $this->at($key));
    }

    public function place(string $key): self|string
    {
        $value = $this->object->{$key} ?? null;

        return $value instanceof \stdClass ? $this->object($key) : $this->text($key);
    }

    /**
     * @return list<self>
     */
    public function objects(string $key): array
    {
        $objects = [];
        $at = $this->at($key);
        foreach ($this->members($key) as $i => $value) {
            if ($value instanceof \stdClass) {
                $objects[] = new self($value, $at . '/' . $i);
            }
        }

        return $objects;
    }

    /**
     * @return list<self|string|int> objects as places, other members as they are
     */
    public function places(string $key): array
    {
        $places = [];
        $at = $this->at($key);
        foreach ($this->members($key) as $i => $value) {
            $places[] =
                $value instanceof \stdClass
                    ? new self($value, $at . '/' . $i)
                    : (is_int($value) || is_string($value)
                        ? $value
                        : '');
        }

        return $places;
    }

    /**
     * @return list<string>
     */
    public function texts(string $key): array
    {
        return array_values(array_filter($this->members($key), is_string(...)));
    }

    /**
     * @return list<int>
     */
    public function wholes(string $key): array
    {
        return array_values(array_filter($this->members($key), is_int(...)));
    }

    /**
     * @return list<string>|bool
     */
    public function textsOrFlag(string $key): array|bool
    {
        $value = $this->object->{$key} ?? null;

        return is_bool($value) ? $value : (is_string($value) ? [$value] : $this->texts($key));
    }

    /**
     * @return list<string>
     */
    public function keys(): array
    {
        return array_map(strval(...), array_keys(get_object_vars($this->object)));
    }

    /**
     * Members that are lists of two, such as points.
     *
     * @return list<array{string, string}>
     */
    public function pairs(string $key): array
    {
        $pairs = [];
        foreach ($this->members($key) as $value) {
            [$a, $b] = is_array($value) ? array_values($value) + [0, 0] : [0, 0];
            $pairs[] = [
                is_string($a) || is_int($a) ? (string) $a : '0',
                is_string($b) || is_int($b) ? (string) $b : '0',
            ];
        }

        return $pairs;
    }

    /**
     * The members as picks of a variant row.
     *
     * @return array<string, string|bool|list<string>>
     */
    public function picks(): array
    {
        $picks = [];
        foreach (get_object_vars($this->object) as $code => $value) {
            $picks[(string) $code] = is_string($value) || is_bool($value) ? $value : $this->texts((string) $code);
        }

        return $picks;
    }

    /**
     * @return list<mixed>
     */
    private function members(string $key): array
    {
        $value = $this->object->{$key} ?? null;

        return is_array($value) ? array_values($value) : [];
    }
}
