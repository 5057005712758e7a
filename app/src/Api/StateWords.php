<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;
use Symfony\Component\HttpFoundation\Request;

/**
 * The state that the pins, typed inputs and quantity of an address stand for.
 */
final class StateWords
{
    public static function given(Setup $setup, Request $request): GivenState
    {
        $pick = new \stdClass();
        foreach (self::words($request, 'pin') as $word) {
            [$code, $value] = [...explode('=', $word, 2), ''];
            $option = $setup->option($code);
            if (null === $option || '' === $value) {
                continue;
            }
            if (Kind::Several === $option->kind) {
                $before = $pick->{$code} ?? [];
                $pick->{$code} = [...is_array($before) ? $before : [], $value];
            } else {
                $pick->{$code} = Kind::Flag === $option->kind ? true : $value;
            }
        }
        foreach (self::words($request, 'in') as $word) {
            [$code, $text] = [...explode('=', $word, 2), ''];
            $option = $setup->option($code);
            if (null !== $option && '' !== trim($text)) {
                $pick->{$code} =
                    Kind::File === $option->kind
                        ? array_values(
                            array_filter(
                                array_map(trim(...), explode(';', $text)),
                                static fn(string $name): bool => '' !== $name,
                            ),
                        )
                        : $text;
            }
        }
        $document = new \stdClass();
        $document->pick = $pick;
        if ($request->query->has('qty')) {
            $document->quantity = $request->query->getInt('qty');
        }

        return GivenState::read($setup, $document);
    }

    /**
     * @return list<string>
     */
    public static function words(Request $request, string $name): array
    {
        return array_values(array_filter($request->query->all($name), is_string(...)));
    }
}
