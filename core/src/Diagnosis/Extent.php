<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

use Ithrel\Core\Plan\Check;

/**
 * How far a deviation goes: everywhere, or on one route or at some stages alone.
 */
enum Extent: string
{
    case Everywhere = '';
    case Express = 'by the express route alone';
    case Form = 'by the form alone';
    case PastThePage = 'past the page alone: its page is right, what is sent is not looked at';
    case Page = 'on the page alone';
    case AfterThePage = 'in cart, checkout and order, not on the page';
    case AfterTheCart = 'at checkout and order, not before';
    case Order = 'on the order alone';

    /**
     * What would be seen of a check: inside the extent what a shop with the deviation shows, outside what one without
     * it does.
     *
     * @param array<string, string> $with as Seen::$cells
     * @param array<string, string> $without
     *
     * @return array<string, string>
     */
    public function cells(Check $check, array $with, array $without): array
    {
        if (self::Everywhere === $this || self::Express === $this || self::Form === $this) {
            return self::Everywhere === $this || ('express' === $check->route) === (self::Express === $this)
                ? $with
                : $without;
        }
        if (self::PastThePage === $this) {
            return null === $check->sent ? $without : $with;
        }
        $stages = match ($this) {
            self::Page => ['page'],
            self::AfterThePage => ['cart', 'checkout', 'order'],
            self::AfterTheCart => ['checkout', 'order'],
            self::Order => ['order'],
        };
        $isIn = static fn(string $stage): bool => in_array($stage, $stages, true);

        return [
            ...array_filter($with, $isIn),
            ...array_filter($without, static fn(string $stage): bool => !$isIn($stage)),
        ];
    }
}
