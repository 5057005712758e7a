<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach\Reason;

/**
 * What a place of the document can ask, so that together with others it keeps something from being reached.
 */
enum CauseKind: string
{
    case Shown = 'shown-when';
    case Allowed = 'allowed-when';
    case Required = 'required';
    case Hidden = 'hidden';
    case Picks = 'picks';
    case Limits = 'limits';
    case Values = 'no-values';
    case MissingRow = 'missing-row';
    case RowStock = 'row-stock';
    case ValueStock = 'value-stock';
    case PartStock = 'part-stock';
    case ItemStock = 'item-stock';
    /** An answer of a trail; no place that is mended, but a part of the proof. */
    case Answer = 'answer';
    /** Something that was found to be dead before; it has a reason of its own. */
    case Known = 'known';
}
