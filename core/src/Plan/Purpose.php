<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

/**
 * What a check is there to find out.
 */
enum Purpose: string
{
    /** The rules that make checks, each in turn, after the pairs, from whose states they start. */
    public const RULES = [
        Rule\OpeningPage::class,
        Rule\EveryRow::class,
        Rule\ChargeAlone::class,
        Rule\FigureAlone::class,
        Rule\FormulaBounds::class,
        Rule\ConditionParts::class,
        Rule\ConditionBounds::class,
        Rule\DeadValues::class,
        Rule\PastThePage::class,
        Rule\ListsTurnedRound::class,
        Rule\SoldOut::class,
        Rule\LeftOut::class,
        Rule\SeveralProblems::class,
        Rule\OptionalLeftOut::class,
        Rule\LimitEdges::class,
        Rule\SwitchedBack::class,
        Rule\HiddenAndShown::class,
        Rule\EmptiedInput::class,
        Rule\Quantities::class,
        Rule\TwoLines::class,
    ];

    /** Values and pairs of values come through with their price and their cart line. */
    case Pairs = 'pairs';
    /** The page as it opens says what it should. */
    case Opening = 'opening';
    /** A value does, alone, what it should. */
    case Charge = 'charge';
    /** What a condition shows, offers or charges is there where it should be, and only there. */
    case Condition = 'condition';

    /** Amounts are rounded where the setup says. */
    case Rounding = 'rounding';

    /** A value that nobody can reach is neither offered nor taken. */
    case DeadValue = 'dead-value';
    /** What the page does not offer as it stands is not taken when it is sent all the same. */
    case PastThePage = 'past-the-page';
    /** A variant row sells with its own price, SKU, weight and picture. */
    case Row = 'row';
    /** What is sold out, or has no row, is not sold. */
    case SoldOut = 'sold-out';
    /** A required answer that is left out is asked for. */
    case Required = 'required';
    /** An answer that may be left out is not asked for. */
    case LeftEmpty = 'left-empty';
    /** An input at the edge of its limits. */
    case Limit = 'limit';
    /** An answer that was given and is hidden again leaves nothing behind. */
    case SwitchBack = 'switch-back';
    /** An input that was filled and is emptied again costs nothing. */
    case Emptied = 'emptied';
    case Quantity = 'quantity';
    /** Two lines of one item with different choices stay two. */
    case TwoLines = 'two-lines';

    /** As a person reads it. */
    public function words(): string
    {
        return match ($this) {
            self::Pairs => 'values that meet',
            self::Opening => 'as it opens',
            self::Charge => 'one charge alone',
            self::Condition => 'a condition',
            self::Rounding => 'rounding',
            self::DeadValue => 'not to be had',
            self::PastThePage => 'sent past the page',
            self::Row => 'a variant row',
            self::SoldOut => 'sold out',
            self::Required => 'left out',
            self::LeftEmpty => 'left empty',
            self::Limit => 'a limit',
            self::SwitchBack => 'answered, then hidden',
            self::Emptied => 'filled, then emptied',
            self::Quantity => 'quantity',
            self::TwoLines => 'two lines',
        };
    }
}
