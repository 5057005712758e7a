<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

/**
 * What the schema says of one place of a setup document. Where it says different things by what stands there ("kind",
 * "how"), what stands there decides. Of JSON Schema (draft 2020-12) it knows what the schema uses: $ref, if, then and
 * else over required, const and type, properties, additionalProperties, items, default.
 */
final readonly class SchemaPlace
{
    /**
     * @param list<\stdClass> $says schemas that hold of what stands here, without what they refer to
     * @param list<string> $names definitions that they were taken from, as in "decimal"
     */
    private function __construct(private \stdClass $root, private array $says, private array $names) {}

    /** The whole document. */
    public static function ofDocument(): self
    {
        return new self(self::root(), [self::root()], []);
    }

    /** Any place at which something of a definition stands, as in "chargeCondition". */
    public static function ofDefinition(string $name): self
    {
        return new self(self::root(), [(object) ['$ref' => '#/$defs/' . $name]], []);
    }

    private static function root(): \stdClass
    {
        static $root = null;
        $root ??= json_decode(
            (string) file_get_contents(dirname(__DIR__, 3) . '/docs/setup.schema.json'),
            false,
            512,
            JSON_THROW_ON_ERROR,
        );
        \assert($root instanceof \stdClass);

        return $root;
    }

    /**
     * The same place, where something stands there.
     *
     * @param mixed $value decoded JSON, objects as \stdClass
     */
    public function holding(mixed $value): self
    {
        [$says, $names] = [[], $this->names];
        foreach ($this->says as $schema) {
            $this->gather($schema, $value, $says, $names);
        }

        return new self($this->root, $says, $names);
    }

    /**
     * What stands in it under a key, or at a position; of holding().
     */
    public function at(string|int $key): self
    {
        $says = [];
        foreach ($this->says as $schema) {
            $named = self::member($schema, 'properties');
            $own = match (true) {
                is_int($key) => $schema->items ?? null,
                null !== $named && property_exists($named, $key) => $named->{$key},
                default => $schema->additionalProperties ?? null,
            };
            if ($own instanceof \stdClass) {
                $says[] = $own;
            }
        }

        return new self($this->root, $says, []);
    }

    /** Whether it is of one of these definitions; of holding(). */
    public function is(string ...$names): bool
    {
        return [] !== array_intersect($names, $this->names);
    }

    /** Whether one stands here as well as a list of them, which mean the same where there is one; of holding(). */
    public function takesOneOrList(): bool
    {
        foreach ($this->says as $schema) {
            $types = $schema->type ?? null;
            if (is_array($types) && in_array('string', $types, true) && in_array('array', $types, true)) {
                return true;
            }
        }

        return false;
    }

    /**
     * What it means that nothing stands here; of holding().
     *
     * @return array{mixed}|null null: the schema does not say
     */
    public function default(): ?array
    {
        foreach ($this->says as $schema) {
            if (property_exists($schema, 'default')) {
                return [$schema->default];
            }
        }

        return null;
    }

    /**
     * @param list<\stdClass> $says
     * @param list<string> $names
     */
    private function gather(\stdClass $schema, mixed $value, array &$says, array &$names): void
    {
        $says[] = $schema;
        $to = $schema->{'$ref'} ?? null;
        if (is_string($to)) {
            $name = basename($to);
            $names[] = $name;
            $definitions = self::member($this->root, '$defs');
            $meant = null === $definitions ? null : self::member($definitions, $name);
            $this->gather($meant ?? throw new \LogicException($to . ' is defined.'), $value, $says, $names);
        }
        $if = self::member($schema, 'if');
        $branch = null === $if ? null : self::member($schema, self::holds($if, $value) ? 'then' : 'else');
        if (null !== $branch) {
            $this->gather($branch, $value, $says, $names);
        }
    }

    private static function holds(\stdClass $if, mixed $value): bool
    {
        $type = match (true) {
            $value instanceof \stdClass => 'object',
            is_array($value) => 'array',
            is_string($value) => 'string',
            is_bool($value) => 'boolean',
            is_int($value) => 'integer',
            default => 'number',
        };
        if (isset($if->type) && $if->type !== $type) {
            return false;
        }
        if (!$value instanceof \stdClass) {
            return true;
        }
        $required = $if->required ?? [];
        foreach (is_array($required) ? $required : [] as $key) {
            if (is_string($key) && !property_exists($value, $key)) {
                return false;
            }
        }
        foreach ((array) ($if->properties ?? []) as $key => $schema) {
            $own = $value->{$key} ?? null;
            if (null !== $own && $schema instanceof \stdClass && $own !== ($schema->const ?? $own)) {
                return false;
            }
        }

        return true;
    }

    private static function member(\stdClass $of, string $name): ?\stdClass
    {
        $member = $of->{$name} ?? null;

        return $member instanceof \stdClass ? $member : null;
    }
}
