<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Value;

/**
 * The options of a document as sentences speak of them: by label, kind, values and unit. The document is still being
 * written, and need not be readable otherwise.
 */
final class OptionNames
{
    /** What is read of an option here hangs on no day. */
    private const NO_DAY = '1970-01-01';

    /**
     * @return list<Option> without limits, conditions and charges
     */
    public static function of(Place $document): array
    {
        $options = [];
        foreach ($document->objects('options') as $index => $place) {
            $kind = Kind::tryFrom($place->text('kind'));
            if (null !== $kind) {
                $options[] = self::option($index, $place, $kind);
            }
        }

        return $options;
    }

    private static function option(int $index, Place $place, Kind $kind): Option
    {
        $type = $kind->type();
        $code = $place->text('code');
        $values = [];
        foreach ($place->objects('values') as $position => $value) {
            $of = $value->text('code');
            $values[] = new Value($position, $value->at, $of, $value->text('label', $of));
        }

        return new Option(
            index: $index,
            at: $place->at,
            code: $code,
            label: $place->text('label', $code),
            kind: $kind,
            required: false,
            shownWhen: null,
            help: '',
            controls: [],
            default: null,
            stages: [],
            values: $values,
            type: null === $type ? null : $type::read($place->only('unit'), new Reading(Today::of(self::NO_DAY))),
        );
    }
}
