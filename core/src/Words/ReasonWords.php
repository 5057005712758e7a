<?php

declare(strict_types=1);

namespace Ithrel\Core\Words;

use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Reach\Reason\Cause;
use Ithrel\Core\Reach\Reason\CauseKind;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * A reason as a tester reads it, each place a half-sentence.
 */
final readonly class ReasonWords
{
    /** Places written out in a sentence; a longer reason is counted, its places stand in the detail. */
    private const WRITTEN_OUT = 4;

    private ConditionWords $conditions;

    public function __construct(private Setup $setup)
    {
        $this->conditions = new ConditionWords($setup->options);
    }

    /**
     * @param list<Cause>|null $causes null: not found within the bound
     * @param string $subject what the sentence before is about, called "it" here
     */
    public function sentence(?array $causes, string $subject = ''): string
    {
        if (null === $causes || [] === $causes) {
            return '';
        }
        $words = array_values(
            array_unique(
                array_map(
                    fn(Cause $c): string => '' !== $subject && str_starts_with($this->of($c), $subject . ' is ')
                        ? 'it' . substr($this->of($c), strlen($subject))
                        : $this->of($c),
                    $causes,
                ),
            ),
        );
        if (count($words) <= self::WRITTEN_OUT) {
            return self::joined($words);
        }

        return self::joined([
            ...array_slice($words, 0, self::WRITTEN_OUT - 1),
            sprintf('%d further places', count($words) - self::WRITTEN_OUT + 1),
        ]);
    }

    /**
     * @param list<Cause>|null $causes
     *
     * @return list<array{at: string, kind: string, words: string}>|null
     */
    public function detail(?array $causes): ?array
    {
        return null === $causes
            ? null
            : array_map(
                fn(Cause $c): array => ['at' => $c->at, 'kind' => $c->kind->value, 'words' => $this->of($c)],
                $causes,
            );
    }

    public function of(Cause $cause): string
    {
        $option = null === $cause->option ? null : $this->setup->options[$cause->option];
        $value = null === $cause->value ? null : $option->values[$cause->value] ?? null;
        $name = null === $option ? '' : $option->name();
        $full = null === $value || Kind::Flag === $option?->kind ? $name : $name . ': ' . $value->label;

        return match ($cause->kind) {
            CauseKind::Shown => $this->conditional($name . ' is shown', $option?->shownWhen),
            CauseKind::Allowed => $this->conditional($full . ' is on offer', $value?->allowedWhen),
            CauseKind::Required => sprintf('%s has to be answered', $name),
            CauseKind::Hidden => sprintf('%s is kept for later', $full),
            CauseKind::Picks => sprintf('%s takes %s', $name, self::picks($option)),
            CauseKind::Limits => sprintf('%s takes only %s', $name, self::limits($option)),
            CauseKind::Values => sprintf('%s offers no value', $name),
            CauseKind::MissingRow => 'no variant row matches',
            CauseKind::RowStock => sprintf(
                'variant row %d%s is sold out',
                1 + ($cause->row ?? 0),
                $this->rowSku($cause->row ?? 0),
            ),
            CauseKind::ValueStock => sprintf('%s is sold out', $full),
            CauseKind::PartStock => sprintf('the part of %s is sold out', $full),
            CauseKind::ItemStock => sprintf(
                'the item has %s in stock',
                PlainDecimal::of($this->setup->item->stock ?? \Brick\Math\BigDecimal::zero()),
            ),
            CauseKind::Known => sprintf('%s can never be had', $full),
            CauseKind::Answer => null === $value
                ? sprintf('%s is without answer', $name)
                : (Kind::Flag === $option?->kind
                    ? $name . ' is yes'
                    : $name . ' is ' . $value->label),
        };
    }

    private function conditional(string $what, ?Condition $condition): string
    {
        $words = null === $condition ? 'always' : $this->conditions->of($condition);

        return 'never' === $words ? $what . ' under a condition that never holds' : $what . ' only when ' . $words;
    }

    private function rowSku(int $row): string
    {
        $sku = ($this->setup->variants->rows ?? [])[$row]->sku ?? null;

        return null === $sku ? '' : ' (' . $sku . ')';
    }

    private static function picks(?Option $option): string
    {
        $picks = $option?->picks;

        return null === $picks?->max
            ? sprintf('%d picks or more', $picks->min ?? 0)
            : sprintf('%d to %d picks', $picks->min, $picks->max);
    }

    private static function limits(?Option $option): string
    {
        $n = $option?->number;
        if (null !== $n) {
            $words =
                (null === $n->min ? '' : ' from ' . PlainDecimal::of($n->min)) .
                (null === $n->max ? '' : ' to ' . PlainDecimal::of($n->max)) .
                (null === $n->step ? '' : ' in steps of ' . PlainDecimal::of($n->step));

            return 'numbers' .
                $words .
                (null === $n->decimals ? '' : sprintf(' with at most %d decimals', $n->decimals));
        }

        return 'what its limits let through';
    }

    /**
     * @param list<string> $words
     */
    private static function joined(array $words): string
    {
        $last = array_pop($words);

        return [] === $words ? (string) $last : implode(', ', $words) . ', and ' . $last;
    }
}
