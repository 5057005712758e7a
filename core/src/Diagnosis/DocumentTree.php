<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

use Ithrel\Core\Document\JsonText;

/**
 * A setup document as decoded JSON that is never changed: what is put elsewhere into it makes another tree.
 *
 * @phpstan-type Path list<string|int>
 */
final readonly class DocumentTree
{
    private function __construct(public \stdClass $root) {}

    /**
     * @param string $json of a setup document that was read
     */
    public static function of(string $json): self
    {
        $root = JsonText::decode($json);

        return new self($root instanceof \stdClass ? $root : new \stdClass());
    }

    /**
     * @param Path $path
     *
     * @return mixed null where nothing stands there
     */
    public function at(array $path): mixed
    {
        $node = $this->root;
        foreach ($path as $key) {
            $node = $node instanceof \stdClass ? $node->{$key} ?? null : (is_array($node) ? $node[$key] ?? null : null);
        }

        return $node;
    }

    /**
     * @param Path $path
     *
     * @return list<int> positions of the list that stands there
     */
    public function positions(array $path): array
    {
        $node = $this->at($path);

        return is_array($node) ? array_keys(array_values($node)) : [];
    }

    /**
     * @param Path $path
     * @param mixed $new null: taken out
     */
    public function with(array $path, mixed $new): self
    {
        $root = self::put($this->root, $path, $new);

        return new self($root instanceof \stdClass ? $root : $this->root);
    }

    /**
     * @param Path $path
     */
    private static function put(mixed $node, array $path, mixed $new): mixed
    {
        $key = array_shift($path);
        if (null === $key) {
            return $new;
        }
        if (is_array($node)) {
            $node[$key] = self::put($node[$key] ?? null, $path, $new);

            return array_values(array_filter($node, static fn(mixed $each): bool => null !== $each));
        }
        $object = $node instanceof \stdClass ? clone $node : new \stdClass();
        $object->{$key} = self::put($object->{$key} ?? null, $path, $new);
        if (null === $object->{$key}) {
            unset($object->{$key});
        }

        return $object;
    }
}
