<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Value;

/**
 * The answer is one of these values (for a several: one of them is picked); for a flag: yes or not yes.
 */
final readonly class IsTest extends Test
{
    /**
     * @param list<string>|bool $is
     */
    public function __construct(string $at, public string $option, public array|bool $is)
    {
        parent::__construct($at);
    }

    public static function isAt(Place $place): bool
    {
        return $place->has('is');
    }

    public static function read(Place $place, Reading $reading): self
    {
        return new self($place->at, $place->text('option'), $place->textsOrFlag('is'));
    }

    public function option(): string
    {
        return $this->option;
    }

    public function holds(?Option $option, Answers $answers, ?int $quantity): bool
    {
        if (is_bool($this->is)) {
            return $this->is === (Kind::Flag === $option?->kind && $answers->has($option->index));
        }
        if (null === $option || Kind::Flag === $option->kind) {
            return false;
        }
        foreach ($answers->picked($option->index) as $value) {
            if (in_array($option->values[$value]->code, $this->is, true)) {
                return true;
            }
        }

        return false;
    }

    public function fits(Option $option): bool
    {
        return is_bool($this->is)
            ? Kind::Flag === $option->kind
            : in_array($option->kind, [Kind::One, Kind::Part, Kind::Several], true);
    }

    public function onPicks(Option $option): ?PickedOne
    {
        return is_bool($this->is)
            ? null
            : new PickedOne(
                array_keys(
                    array_filter($option->values, fn(Value $v): bool => in_array($v->code, $this->values(), true)),
                ),
            );
    }

    public function values(): array
    {
        return is_bool($this->is) ? [] : $this->is;
    }

    public static function fromWords(?Option $option, SentenceReading $sentence): ?array
    {
        if (null === $option || !$option->kind->isChoice()) {
            return null;
        }
        if (Kind::Flag === $option->kind) {
            foreach (['is yes' => true, 'is not yes' => false, 'is no' => false] as $words => $is) {
                if ($sentence->words->takes($words)) {
                    return ['option' => $option->code, 'is' => $is];
                }
            }

            return null;
        }
        $isNot = $sentence->words->takes('is not');
        $isSeveral = Kind::Several === $option->kind;
        if (!$isNot && !($isSeveral && $sentence->words->takes('has')) && !$sentence->words->takes('is')) {
            return null;
        }
        $test = ['option' => $option->code, 'is' => self::valuesNamed($option, $sentence)];

        return $isNot ? ['not' => $test] : $test;
    }

    public static function beginnings(Option $option): array
    {
        return match (true) {
            !$option->kind->isChoice() => [],
            Kind::Flag === $option->kind => ['"is yes"', '"is not yes"'],
            default => ['"is" with a value'],
        };
    }

    /**
     * @return list<string> codes; what stands in quotation marks and is no value's name is the code of none
     */
    private static function valuesNamed(Option $option, SentenceReading $sentence): array
    {
        $words = $sentence->words;
        $names = $sentence->options->valuesOf($option);
        $codes = [];
        do {
            $here = $words->at;
            // What reads as the name of another option begins another test.
            $code = [] !== $codes && $sentence->beginsTest() ? null : $words->name($names) ?? $words->quoted();
            if (null === $code) {
                if ([] !== $codes) {
                    $words->at = $here - strlen(' or');
                    break;
                }
                $labels = array_map(static fn(Value $v): string => $v->label, $option->values);
                throw $words->expected(sprintf('a value of %s (%s)', $option->name(), $words->told($labels)));
            }
            $codes[] = $code;
        } while ($words->takes('or'));

        return $codes;
    }

    public function words(?Option $option, string $name): string
    {
        if (is_bool($this->is)) {
            return $name . ($this->is ? ' is yes' : ' is not yes');
        }
        $labels = array_map(
            static fn(string $code): string => $option?->value($code)->label ?? '"' . $code . '"',
            $this->is,
        );

        return $name . (Kind::Several === $option?->kind ? ' has ' : ' is ') . implode(' or ', $labels);
    }
}
