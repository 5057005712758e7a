<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Condition\SpokenOptions;

/**
 * A condition as a person writes it into a cell: as a sentence, else more loosely: "Finish = Brass, Nickel", "Gift
 * wrap", "Size: Small; Gift wrap". The options and values are those of the draft, by label; told with labels, which
 * become codes later.
 */
final readonly class WrittenCondition
{
    /** @var list<DraftOption> the longest label first, as one may begin another */
    private array $options;

    private SpokenOptions $spoken;

    /**
     * @param list<DraftOption> $options
     */
    public function __construct(array $options)
    {
        $this->spoken = self::spoken($options);
        usort(
            $options,
            static fn(DraftOption $a, DraftOption $b): int => mb_strlen($b->label->text()) <=>
                mb_strlen($a->label->text()),
        );
        $this->options = $options;
    }

    /**
     * @return array<string, mixed>|null with labels in place of codes; null where it is not understood
     */
    public function read(string $words): ?array
    {
        return $this->sentence($words) ?? $this->loosely($words);
    }

    /**
     * @return array<string, mixed>|null
     */
    private function sentence(string $words): ?array
    {
        try {
            return ConditionSentence::read($this->spoken, $words);
        } catch (UnreadableDocument) {
            return null;
        }
    }

    /**
     * @param list<DraftOption> $options
     */
    private static function spoken(array $options): SpokenOptions
    {
        $told = array_map(
            static fn(DraftOption $option): array => [
                'code' => $option->label->text(),
                'kind' => $option->kind?->text() ?? '',
                'unit' => $option->facts['unit']->value ?? null,
                'values' => array_map(
                    static fn(DraftValue $value): array => ['code' => $value->label->text()],
                    $option->values,
                ),
            ],
            $options,
        );
        $document = json_decode(json_encode(['options' => $told], JSON_THROW_ON_ERROR));
        \assert($document instanceof \stdClass);

        return new SpokenOptions(OptionNames::of(new Place($document, '')));
    }

    /**
     * @return array<string, mixed>|null
     */
    private function loosely(string $words): ?array
    {
        foreach (['all' => '/\s+(?:and|&)\s+/iu', 'any' => '/\s*;\s*/u'] as $how => $between) {
            $parts = self::parts($between, trim($words));
            if (count($parts) > 1) {
                $read = array_map($this->loosely(...), $parts);

                return in_array(null, $read, true) ? null : [$how => $read];
            }
        }

        return $this->test(trim($words));
    }

    /**
     * @return array<string, mixed>|null
     */
    private function test(string $words): ?array
    {
        foreach ($this->options as $option) {
            $label = $option->label->text();
            $code = is_string($option->facts['code']->value ?? null) ? $option->facts['code']->value : $label;
            $names = implode(
                '|',
                array_map(static fn(string $name): string => preg_quote($name, '/'), [
                    $label,
                    Names::withoutMark($label),
                    $code,
                ]),
            );
            if (
                1 !==
                preg_match(
                    '/^(?:' . $names . ')(?!\w)\s*(?<not>!=|≠|is not\s|not\s)?(?:=|:|is\b|has\b)?\s*(?<answer>.*)$/isu',
                    $words,
                    $m,
                )
            ) {
                continue;
            }
            $test = $this->answer($option, $label, trim($m['answer']));
            if (null !== $test) {
                return '' === $m['not'] ? $test : ['not' => $test];
            }
        }

        return null;
    }

    /**
     * @return array<string, mixed>|null
     */
    private function answer(DraftOption $option, string $label, string $answer): ?array
    {
        if ([] !== $option->values) {
            $labels = [];
            foreach (
                null === $option->value($answer) ? self::parts('/\s+or\s+|\s*,\s*|\s*\|\s*/iu', $answer) : [$answer]
                as $name
            ) {
                $value = $option->value($name) ?? self::byCode($option, $name);
                if (null === $value) {
                    return null;
                }
                $labels[] = $value->label->text();
            }

            return ['option' => $label, 'is' => $labels];
        }
        if ('flag' === $option->kind?->value) {
            $yes = '' === $answer ? true : Cells::yes($answer);

            return null === $yes ? null : ['option' => $label, 'is' => $yes];
        }

        if (in_array(mb_strtolower($answer), ['filled', 'answered', 'given'], true)) {
            return ['option' => $label, 'filled' => true];
        }

        return $this->sentence(sprintf('"%s" is %s', $label, $answer));
    }

    /**
     * @return list<string>
     */
    private static function parts(string $between, string $text): array
    {
        $parts = preg_split($between, $text);

        return false === $parts ? [$text] : $parts;
    }

    private static function byCode(DraftOption $option, string $name): ?DraftValue
    {
        foreach ($option->values as $value) {
            if (($value->facts['code']->value ?? null) === $name) {
                return $value;
            }
        }

        return null;
    }
}
