<?php

declare(strict_types=1);

namespace Ithrel\Core\Formula;

/**
 * A formula as written, and parsed.
 */
final readonly class Formula
{
    private function __construct(public string $source, public Node $root) {}

    /**
     * @throws FormulaError
     */
    public static function parse(string $source): self
    {
        return new self($source, Parser::parse($source));
    }

    /**
     * The names the formula mentions: option codes, "option.figure", "base", "quantity".
     *
     * @return list<array{name: string, function: string|null}> function: where it stands in chars(), files(), picks(),
     *                                                          filled() or to()
     */
    public function names(): array
    {
        $names = [];
        $walk = static function (Node $node) use (&$walk, &$names): void {
            if (Node::NAME === $node->op) {
                $names[] = ['name' => $node->name, 'function' => null];
            } elseif ('' !== $node->name) {
                $names[] = ['name' => $node->name, 'function' => substr($node->op, 2)];
            }
            foreach ($node->parts as $part) {
                $walk($part);
            }
        };
        $walk($this->root);

        return $names;
    }
}
