<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Words\ConditionWords;

/**
 * Works out which option is required when.
 */
final class Requirements
{
    /** What a shopper reads as "this must be answered"; the mark and the English words (common practice, no source). */
    private const MARK = '/\*|required|please|must|choose|pick|select|enter/iu';

    /** The ways into the cart that ask for the same answers. */
    private const ROUTES = ['form', 'express'];

    /** @var array<int, true>|null */
    private ?array $dead = null;

    public function __construct(private readonly Reach $reach) {}

    public static function isMarked(Option $option): bool
    {
        return 1 === preg_match(self::MARK, $option->label . ' ' . $option->help);
    }

    /**
     * @throws TooLarge
     */
    public function of(Option $option): Requirement
    {
        $this->dead ??= array_fill_keys($this->reach->deadOptions(), true);
        $marked = self::isMarked($option);
        if (!$option->required || Kind::Note === $option->kind || isset($this->dead[$option->index])) {
            return new Requirement(Requirement::NEVER, null, null, [], $marked);
        }
        $shown = $this->reach->board->shown[$option->index];
        if (!$this->reach->isOfferedWhere($this->reach->board->props->not($shown))) {
            return new Requirement(Requirement::ALWAYS, null, null, self::ROUTES, $marked);
        }
        $example = $this->reach->fewestOffered($shown);
        $when =
            null === $option->shownWhen
                ? null
                : (new ConditionWords($this->reach->setup->options))->of($option->shownWhen);

        return new Requirement(
            Requirement::SOMETIMES,
            $when,
            null === $example ? null : StateText::pick($this->reach->setup, $example),
            self::ROUTES,
            $marked,
        );
    }
}
