<?php

declare(strict_types=1);

namespace Ithrel\Core\Formula;

use Brick\Math\BigDecimal;

/**
 * Reads the formula language: decimals, names, eleven levels of operators and a fixed set of functions.
 * Nothing else can be named, so a formula cannot reach PHP.
 *
 * Long, as it is one grammar, a method a level.
 */
final class Parser
{
    public const MAX_BYTES = 20_000;
    private const MAX_DEPTH = 60;
    private const MAX_NODES = 5_000;

    /** Functions with the least and most number of arguments. */
    private const FUNCTIONS = [
        'min' => [1, 100],
        'max' => [1, 100],
        'abs' => [1, 1],
        'ceil' => [1, 1],
        'floor' => [1, 1],
        'round' => [1, 2],
        'chars' => [1, 1],
        'files' => [1, 1],
        'picks' => [1, 1],
        'filled' => [1, 1],
        'to' => [2, 2],
    ];

    /** Functions whose argument is the code of an option, not an expression. */
    private const ABOUT_OPTION = ['chars', 'files', 'picks', 'filled', 'to'];

    /** Left-associative levels, loosest first. */
    private const LEVELS = [
        ['??'],
        ['or'],
        ['and'],
        ['not'],
        ['<', '<=', '>', '>=', '==', '!='],
        ['+', '-'],
        ['*', '/', '%'],
    ];

    private const TOKEN = '/\G\s*+(?:(?<number>\d++(?:\.\d++)?+)|(?<name>[A-Za-z_][A-Za-z0-9_]*+(?:\.[A-Za-z_][A-Za-z0-9_]*+)?+)|(?<text>"[^"]*+"|\'[^\']*+\')|(?<op>\?\?|\*\*|<=|>=|==|!=|[-+*\/%<>()?:,]))/A';

    /** @var list<array{string, string, int}> kind, text, byte offset */
    private array $tokens = [];
    private int $at = 0;
    private int $depth = 0;
    private int $nodes = 0;

    private function __construct() {}

    /**
     * @throws FormulaError with reason "syntax" or "too-large"; the message gives the 1-based place
     */
    public static function parse(string $expression): Node
    {
        $parser = new self();
        $parser->read($expression);
        $node = $parser->choice();
        if ('end' !== $parser->tokens[$parser->at][0]) {
            throw $parser->unexpected();
        }

        return $node;
    }

    private function read(string $expression): void
    {
        if (strlen($expression) > self::MAX_BYTES) {
            throw new FormulaError(
                FormulaError::SIZE,
                sprintf('The formula has %d bytes; at most %d are read.', strlen($expression), self::MAX_BYTES),
            );
        }
        $offset = 0;
        $length = strlen(rtrim($expression));
        while ($offset < $length) {
            if (1 !== preg_match(self::TOKEN, $expression, $m, PREG_UNMATCHED_AS_NULL, $offset)) {
                $start = $offset + strspn($expression, " \t\n\r", $offset);
                throw new FormulaError(
                    FormulaError::SYNTAX,
                    sprintf(
                        '"%s" at place %d does not belong in a formula.',
                        mb_substr(mb_strcut($expression, $start, 16, 'UTF-8'), 0, 1, 'UTF-8'),
                        $start + 1,
                    ),
                );
            }
            $offset += strlen($m[0]);
            foreach (['number', 'name', 'text', 'op'] as $kind) {
                if (null !== $m[$kind]) {
                    $word = 'name' === $kind && in_array($m[$kind], ['and', 'or', 'not'], true);
                    $this->tokens[] = [$word ? 'op' : $kind, $m[$kind], $offset - strlen($m[$kind])];
                }
            }
        }
        $this->tokens[] = ['end', '', $length];
    }

    private function choice(): Node
    {
        $this->enter();
        $condition = $this->level(0);
        if ($this->accept('?')) {
            $then = $this->choice();
            $this->expect(':');
            $condition = $this->node('?:', [$condition, $then, $this->choice()]);
        }
        --$this->depth;

        return $condition;
    }

    private function level(int $level): Node
    {
        if (!isset(self::LEVELS[$level])) {
            return $this->unary();
        }
        if (['not'] === self::LEVELS[$level]) {
            if ($this->accept('not')) {
                $this->enter();
                $part = $this->level($level);
                --$this->depth;

                return $this->node('not', [$part]);
            }

            return $this->level($level + 1);
        }
        $left = $this->level($level + 1);
        while (
            'op' === $this->tokens[$this->at][0] &&
            in_array($this->tokens[$this->at][1], self::LEVELS[$level], true)
        ) {
            $op = $this->tokens[$this->at++][1];
            $left = $this->node($op, [$left, $this->level($level + 1)]);
        }

        return $left;
    }

    private function unary(): Node
    {
        if ($this->accept('-')) {
            $this->enter();
            $part = $this->unary();
            --$this->depth;

            return $this->node('neg', [$part]);
        }
        $base = $this->primary();
        if (!$this->accept('**')) {
            return $base;
        }
        $this->enter();
        $exponent = $this->unary();
        --$this->depth;

        return $this->node('**', [$base, $exponent]);
    }

    private function primary(): Node
    {
        [$kind, $text] = $this->tokens[$this->at];
        if ('number' === $kind) {
            if (strlen($text) > 80) {
                throw new FormulaError(FormulaError::SIZE, 'A number in the formula has more than 80 digits.');
            }
            ++$this->at;

            return $this->node(Node::LITERAL, [], BigDecimal::of($text));
        }
        if ('name' === $kind) {
            ++$this->at;
            if (!$this->accept('(')) {
                return $this->node(Node::NAME, [], null, $text);
            }

            return $this->call($text);
        }
        if ($this->accept('(')) {
            $inner = $this->choice();
            $this->expect(')');

            return $inner;
        }
        throw $this->unexpected();
    }

    private function call(string $function): Node
    {
        $limits =
            self::FUNCTIONS[$function] ??
            throw new FormulaError(
                FormulaError::SYNTAX,
                sprintf(
                    'There is no function "%s"; there are %s.',
                    $function,
                    implode(', ', array_keys(self::FUNCTIONS)),
                ),
            );
        if (in_array($function, self::ABOUT_OPTION, true)) {
            [$kind, $name] = $this->tokens[$this->at];
            if ('name' !== $kind || str_contains($name, '.')) {
                throw new FormulaError(
                    FormulaError::SYNTAX,
                    sprintf('%s(…) asks for the code of an option.', $function),
                );
            }
            ++$this->at;
            $unit = '';
            if ('to' === $function) {
                $this->expect(',');
                [$kind, $text] = $this->tokens[$this->at];
                $unit = substr($text, 1, -1);
                if ('text' !== $kind || !isset(Units::MILLIMETRES[$unit])) {
                    throw new FormulaError(
                        FormulaError::SYNTAX,
                        'to(option, "unit") knows the units ' . implode(', ', array_keys(Units::MILLIMETRES)) . '.',
                    );
                }
                ++$this->at;
            }
            $this->expect(')');

            return $this->node('f:' . $function, [], null, $name, $unit);
        }
        $parts = [];
        do {
            $parts[] = $this->choice();
        } while ($this->accept(','));
        $this->expect(')');
        if (count($parts) < $limits[0] || count($parts) > $limits[1]) {
            throw new FormulaError(
                FormulaError::SYNTAX,
                sprintf(
                    '%s(…) takes %s, %d given.',
                    $function,
                    $limits[0] === $limits[1] ? $limits[0] . ' value' : $limits[0] . ' to ' . $limits[1] . ' values',
                    count($parts),
                ),
            );
        }

        return $this->node('f:' . $function, $parts);
    }

    /**
     * @param list<Node> $parts
     */
    private function node(
        string $op,
        array $parts = [],
        ?BigDecimal $literal = null,
        string $name = '',
        string $unit = '',
    ): Node {
        if (++$this->nodes > self::MAX_NODES) {
            throw new FormulaError(FormulaError::SIZE, sprintf('The formula has more than %d parts.', self::MAX_NODES));
        }

        return new Node($op, $parts, $literal, $name, $unit);
    }

    private function enter(): void
    {
        if (++$this->depth > self::MAX_DEPTH) {
            throw new FormulaError(
                FormulaError::SIZE,
                sprintf('The formula nests deeper than %d levels.', self::MAX_DEPTH),
            );
        }
    }

    private function accept(string $op): bool
    {
        if ('op' !== $this->tokens[$this->at][0] || $this->tokens[$this->at][1] !== $op) {
            return false;
        }
        ++$this->at;

        return true;
    }

    private function expect(string $op): void
    {
        if (!$this->accept($op)) {
            throw $this->unexpected(sprintf('"%s" was expected', $op));
        }
    }

    private function unexpected(string $expected = 'a number, a name or "(" was expected'): FormulaError
    {
        [$kind, $text, $offset] = $this->tokens[$this->at];
        if ('end' === $kind) {
            return new FormulaError(FormulaError::SYNTAX, 'The formula ends too early: ' . $expected . '.');
        }

        return new FormulaError(
            FormulaError::SYNTAX,
            sprintf(
                'Unexpected "%s" at place %d: %s.',
                mb_strimwidth($text, 0, 30, '…', 'UTF-8'),
                $offset + 1,
                $expected,
            ),
        );
    }
}
