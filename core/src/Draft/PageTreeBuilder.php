<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Work\Budget;
use Masterminds\HTML5\Parser\DOMTreeBuilder;
use Masterminds\HTML5\Parser\Scanner;
use Masterminds\HTML5\Parser\Tokenizer;

/**
 * Builds the tree of a page, within bounds: what is to be closed is looked for by walking up, which takes a time that
 * grows with the square of the depth.
 */
final class PageTreeBuilder extends DOMTreeBuilder
{
    /** Elements within one another at most. Pages have some dozens; browsers stop at 512 (from memory). */
    private const DEEPEST = 1_000;

    /** Tags after which it is looked again. */
    private const LOOKED = 500;

    private int $tags = 0;

    /**
     * @param string $html UTF-8
     *
     * @throws UnreadableDocument
     */
    public static function build(string $html): \DOMDocument
    {
        $tree = new self(false, ['disable_html_ns' => true]);
        (new Tokenizer(new Scanner($html, 'UTF-8'), $tree, Tokenizer::CONFORMANT_HTML))->parse();

        $page = $tree->document();

        return $page instanceof \DOMDocument ? $page : throw new \LogicException('A tree is a document.');
    }

    /**
     * @param string $name
     * @param array<array-key, mixed> $attributes
     * @param bool $selfClosing
     */
    public function startTag($name, $attributes = [], $selfClosing = false): int
    {
        $this->look();

        return parent::startTag($name, $attributes, $selfClosing);
    }

    public function endTag(mixed $name): void
    {
        $this->look();
        parent::endTag($name);
    }

    private function look(): void
    {
        if (0 !== ++$this->tags % self::LOOKED) {
            return;
        }
        Budget::ask();
        $depth = 0;
        for ($node = $this->current; $node instanceof \DOMNode; $node = $node->parentNode) {
            if (++$depth > self::DEEPEST) {
                throw UnreadableDocument::at(
                    '',
                    sprintf('The page has elements within one another, more than %d deep.', self::DEEPEST),
                );
            }
        }
    }
}
