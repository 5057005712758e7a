<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Compare\PriceSheet;

/**
 * Options, or the values of one, as a document has them: found by code, or by a label as people write it.
 */
final class NamedMembers
{
    /** @var array<string, int> code => place */
    private array $byCode = [];

    /** @var array<string, int> plain name => place; labels before labels without marks and amounts, before codes */
    private array $byName = [];

    /**
     * @param list<array<array-key, mixed>> $members
     */
    public function __construct(public readonly array $members)
    {
        foreach ($members as $i => $member) {
            $this->byCode[self::text($member['code'] ?? null)] ??= $i;
        }
        $names = [
            static fn(array $m): string => self::text($m['label'] ?? null),
            static fn(array $m): string => Names::withoutMark(self::text($m['label'] ?? null)),
            static fn(array $m): string => LabelCharge::in(self::text($m['label'] ?? null))->name ?? '',
            static fn(array $m): string => self::text($m['code'] ?? null),
        ];
        foreach ($names as $name) {
            foreach ($members as $i => $member) {
                $plain = PriceSheet::plain($name($member));
                if ('' !== $plain) {
                    $this->byName[$plain] ??= $i;
                }
            }
        }
    }

    /**
     * @param mixed $list as it stands in a decoded document
     */
    public static function of(mixed $list): self
    {
        return new self(self::listed($list));
    }

    /**
     * The members of a list alone, where nobody looks for one by its name.
     *
     * @param mixed $list as it stands in a decoded document
     *
     * @return list<array<array-key, mixed>>
     */
    public static function listed(mixed $list): array
    {
        return is_array($list) ? array_values(array_map(static fn(mixed $one): array => (array) $one, $list)) : [];
    }

    /** A member's place: by its code where one is told, else by its label. */
    public function place(?Fact $code, string $label): ?int
    {
        return null !== $code ? $this->byCode[$code->text()] ?? null : $this->byName[PriceSheet::plain($label)] ?? null;
    }

    public function ofCode(string $code): ?int
    {
        return $this->byCode[$code] ?? null;
    }

    /** What a member is called. */
    public function name(int $place): string
    {
        $label = Names::withoutMark(self::text($this->members[$place]['label'] ?? null));

        return '' === $label ? $this->code($place) : $label;
    }

    public function code(int $place): string
    {
        return self::text($this->members[$place]['code'] ?? null);
    }

    /** The values of a member. */
    public function values(int $place): self
    {
        return self::of($this->members[$place]['values'] ?? null);
    }

    private static function text(mixed $value): string
    {
        return is_scalar($value) ? (string) $value : '';
    }

    /** Decoded JSON with its objects as such, not as arrays by key. */
    public static function objects(mixed $value): mixed
    {
        return is_array($value) ? json_decode(json_encode($value, JSON_THROW_ON_ERROR)) : $value;
    }
}
