<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

use Ithrel\Core\Setup\Setup;

/**
 * What a shop does that no document with these options could: it asks for an answer that the setup has no option for,
 * or it sells another item.
 */
final class Strangers
{
    /** What a refusal names besides options. */
    private const NO_OPTIONS = ['quantity', 'row', 'item', ''];

    /**
     * Options that the page has to lack, or checks that have to differ, before it is another item's: one in so many
     * agrees at most.
     */
    private const OTHER_ITEM = 10;

    /**
     * @param list<Seen> $differing
     *
     * @return list<Likely>
     */
    public static function of(Setup $setup, array $differing): array
    {
        $checks = $lacking = [];
        foreach ($differing as $seen) {
            foreach ($seen->found->accepted ? [] : $seen->found->fields as $field) {
                if (!in_array($field, self::NO_OPTIONS, true) && null === $setup->option($field)) {
                    $checks[$field][] = $seen->check->number;
                }
            }
            if (null !== $seen->found->refused) {
                $lacking[$seen->found->refused][] = $seen->check->number;
            }
        }
        $likely = [];
        foreach ($checks as $field => $numbers) {
            $likely[] = new Likely(
                '/options',
                $numbers,
                sprintf('it had one option more, “%s”, that has to be answered', $field),
            );
        }
        $all = array_merge([], ...array_values($lacking));
        if (
            count($lacking) > 1 &&
            count($differing) > 1 &&
            count($all) * self::OTHER_ITEM >= count($differing) * (self::OTHER_ITEM - 1) &&
            [] === array_filter($differing, static fn(Seen $s): bool => $s->found->accepted)
        ) {
            $likely[] = new Likely('/item/sku', $all, sprintf('it sold another item than %s', $setup->item->name));
        }

        return $likely;
    }
}
