<?php

declare(strict_types=1);

namespace Ithrel\Core\Gate;

use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\Problem;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;

/**
 * That somebody knows of an item of the gate and accepts it, until a day or until its place changes.
 */
final readonly class Acceptance
{
    public const LEAD = 'lead';
    public const TESTER = 'tester';

    /**
     * @param string $known as GateItem::known(); empty where code and place alone are told
     * @param int|null $until last day on which it holds; null: until its place changes
     */
    private function __construct(
        public string $code,
        public string $at,
        public string $known,
        public string $by,
        public string $role,
        public string $when,
        public string $why,
        public ?int $until,
    ) {}

    /**
     * @param string $text accepted/1
     *
     * @return list<self>
     *
     * @throws UnreadableDocument
     */
    public static function read(string $text): array
    {
        $document = JsonText::decode($text);
        if (
            !($document instanceof \stdClass) ||
            'accepted/1' !== ($document->ithrel ?? null) ||
            !is_array($document->items ?? null)
        ) {
            throw UnreadableDocument::at(
                '',
                'A JSON object with "ithrel": "accepted/1" and a list "items" was expected.',
            );
        }
        $problems = $items = [];
        foreach (array_values($document->items) as $n => $item) {
            $at = '/items/' . $n;
            $text = static fn(string $key): string => $item instanceof \stdClass && is_string($item->{$key} ?? null)
                ? trim($item->{$key})
                : '';
            foreach (['code', 'by', 'role', 'why'] as $key) {
                if ('' === $text($key)) {
                    $problems[] = new Problem(
                        $at . '/' . $key,
                        'A text was expected: who accepts what, as whom and why.',
                    );
                }
            }
            if (!in_array($text('role'), [self::LEAD, self::TESTER, ''], true)) {
                $problems[] = new Problem(
                    $at . '/role',
                    sprintf(
                        '"%s" is no role; there are lead and tester.',
                        mb_strimwidth($text('role'), 0, 40, '…', 'UTF-8'),
                    ),
                );
            }
            $until = '' === $text('until') || 'change' === $text('until') ? null : Today::dayOf($text('until'));
            if (null === $until && !in_array($text('until'), ['', 'change'], true)) {
                $problems[] = new Problem($at . '/until', 'A date or "change" was expected.');
            }
            $items[] = new self(
                $text('code'),
                $text('at'),
                $text('known'),
                $text('by'),
                $text('role'),
                $text('when'),
                $text('why'),
                $until,
            );
        }
        if ([] !== $problems) {
            throw new UnreadableDocument($problems);
        }

        return $items;
    }

    /** Whether it speaks of this item, be it that it no longer fits. */
    public function isOf(GateItem $item): bool
    {
        return '' === $this->known
            ? $this->code === $item->code && $this->at === $item->at
            : explode('#', $this->known)[0] === $item->thing;
    }

    /** Why it does not hold; null where it does. */
    public function refusal(GateItem $item, int $today): ?string
    {
        return match (true) {
            $item->isForLeads && self::LEAD !== $this->role => sprintf(
                '%s accepted it as a tester; a lead has to.',
                $this->by,
            ),
            null !== $this->until && $today > $this->until => sprintf(
                '%s accepted it until %s.',
                $this->by,
                Today::isoOf($this->until),
            ),
            null === $this->until && '' !== $this->known && $this->known !== $item->known() => sprintf(
                '%s accepted it until its place changes, and it has.',
                $this->by,
            ),
            default => null,
        };
    }

    /**
     * @return array<string, string>
     */
    public function toArray(): array
    {
        return [
            'by' => $this->by,
            'role' => $this->role,
            'when' => $this->when,
            'why' => $this->why,
            'until' => null === $this->until ? 'change' : Today::isoOf($this->until),
        ];
    }
}
