<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * Reads a regular expression of ECMAScript under the flag v (ECMA-262, section "Patterns", without its annex B), as the
 * HTML standard has the pattern attribute. One parser reads one pattern.
 *
 * Long, as it is one grammar, a method a production.
 */
final class PatternParser
{
    private const SYNTAX = '^$\\.*+?()[]{}|';
    private const CLASS_SYNTAX = '()[]{}/-\\|';
    private const CLASS_PUNCTUATORS = '&-!#%,:;<=>@`~';
    private const DOUBLED = [
        '&&',
        '!!',
        '##',
        '$$',
        '%%',
        '**',
        '++',
        ',,',
        '..',
        '::',
        ';;',
        '<<',
        '==',
        '>>',
        '??',
        '@@',
        '^^',
        '``',
        '~~',
    ];
    private const MOST_DEPTH = 100;

    /** @var list<string> characters */
    private readonly array $text;

    private int $at = 0;
    private int $depth = 0;
    private int $groups = 0;
    private readonly int $allGroups;

    /** @var array<string, list<int>> name => groups */
    private array $names = [];

    /** @var array<string, true> names of groups before this place that take part with it */
    private array $takenNames = [];

    /** @var \ArrayObject<int, PatternNode> number => what stands in a group */
    private readonly \ArrayObject $parts;

    private bool $ofLines = false;
    private bool $dotTakesAll = false;

    /** @var list<array{int, string}> places and names that have to be there at the end */
    private array $named = [];

    /** Whether something was read that PCRE cannot say. */
    public bool $isBeyondPcre = false;

    /** @var list<Look> in the order in which they end */
    public array $looks = [];

    /**
     * @param int $looksKept looks ahead and behind that are kept; those after them ask for nothing
     */
    public function __construct(string $pattern, private readonly int $looksKept = PHP_INT_MAX)
    {
        if (!mb_check_encoding($pattern, 'UTF-8')) {
            throw new PatternError('it is not UTF-8 text');
        }
        $this->text = '' === $pattern ? [] : mb_str_split($pattern, 1, 'UTF-8');
        $this->allGroups = $this->countGroups();
        /** @var \ArrayObject<int, PatternNode> $parts */
        $parts = new \ArrayObject();
        $this->parts = $parts;
    }

    /**
     * @throws PatternError
     */
    public function parse(): PatternNode
    {
        // Names may be used before they stand there, so they are gathered by a first reading.
        $first = $this->disjunction();
        if ($this->at < count($this->text)) {
            throw $this->error(
                $this->at,
                ')' === $this->text[$this->at]
                    ? 'a ")" closes nothing'
                    : sprintf('"%s" is not expected', $this->text[$this->at]),
            );
        }
        foreach ($this->named as [$at, $name]) {
            if (!isset($this->names[$name])) {
                throw $this->error($at, sprintf('no group is named "%s"', $name));
            }
        }
        if ([] === $this->named) {
            return $first;
        }
        [$this->at, $this->groups, $this->takenNames] = [0, 0, []];

        return $this->disjunction();
    }

    private function disjunction(): PatternNode
    {
        if (++$this->depth > self::MOST_DEPTH) {
            throw $this->error($this->at, sprintf('it nests deeper than %d levels', self::MOST_DEPTH));
        }
        $taken = $after = $this->takenNames;
        $parts = [];
        do {
            $this->takenNames = $taken;
            $parts[] = $this->alternative();
            $after += $this->takenNames;
        } while ($this->take('|'));
        $this->takenNames = $after;
        --$this->depth;

        return 1 === count($parts) ? $parts[0] : new Alternatives($parts);
    }

    private function alternative(): PatternNode
    {
        $parts = [];
        while (isset($this->text[$this->at]) && '|' !== $this->text[$this->at] && ')' !== $this->text[$this->at]) {
            $parts[] = $this->term();
        }

        return 1 === count($parts) ? $parts[0] : new Sequence($parts);
    }

    private function term(): PatternNode
    {
        $start = $this->at;
        $node = $this->assertion();
        if (null !== $node) {
            if (null !== $this->quantifier()) {
                throw $this->error($start, 'a place or a look ahead or behind cannot be repeated');
            }

            return $node;
        }
        $atom = $this->atom();
        $quantifier = $this->quantifier();
        if (null === $quantifier) {
            return $atom;
        }
        [$least, $most, $isLazy] = $quantifier;

        return new Repeated($atom, $least, $most, $isLazy);
    }

    private function assertion(): ?PatternNode
    {
        foreach (['^', '$'] as $place) {
            if ($this->take($place)) {
                return new Anchor($place, $this->ofLines);
            }
        }
        foreach (['b', 'B'] as $place) {
            if ($this->take('\\' . $place)) {
                return new Anchor($place, false);
            }
        }
        foreach (
            ['(?=' => [true, false], '(?!' => [true, true], '(?<=' => [false, false], '(?<!' => [false, true]]
            as $open => [$isAhead, $isNegated]
        ) {
            $start = $this->at;
            if ($this->take($open)) {
                $part = $this->disjunction();
                $this->close($start);

                $look = new Look($part, $isAhead, $isNegated);
                $this->looks[] = $look;

                return count($this->looks) <= $this->looksKept ? $look : new Sequence([]);
            }
        }

        return null;
    }

    /**
     * @return array{int, int|null, bool}|null least, most, lazy
     */
    private function quantifier(): ?array
    {
        $start = $this->at;
        $range = match (true) {
            $this->take('*') => [0, null],
            $this->take('+') => [1, null],
            $this->take('?') => [0, 1],
            $this->take('{') => $this->counts($start),
            default => null,
        };
        if (null === $range) {
            return null;
        }
        $isLazy = $this->take('?');
        if (isset($this->text[$this->at]) && str_contains('*+?', $this->text[$this->at])) {
            throw $this->error($this->at, sprintf('"%s" repeats what is already repeated', $this->text[$this->at]));
        }

        return [$range[0], $range[1], $isLazy];
    }

    /**
     * @return array{int, int|null}
     */
    private function counts(int $start): array
    {
        $least = $this->digits();
        $most = $least;
        if ($this->take(',')) {
            $most = $this->digits();
        }
        if (null === $least || !$this->take('}')) {
            throw $this->error($start, 'a "{" has to begin a repetition like {2,5}; as a character it is written \\{');
        }
        if (null !== $most && $most < $least) {
            throw $this->error($start, 'the repetition ends before it begins');
        }

        return [$least, $most];
    }

    private function digits(): ?int
    {
        $digits = '';
        while (isset($this->text[$this->at]) && ctype_digit($this->text[$this->at])) {
            $digits .= $this->text[$this->at++];
        }

        return '' === $digits ? null : (strlen(ltrim($digits, '0')) > 9 ? 999_999_999 : (int) $digits);
    }

    private function atom(): PatternNode
    {
        $start = $this->at;
        $character = $this->text[$this->at];
        if ($this->take('.')) {
            return $this->dotTakesAll ? new CharacterSet('(?s:.)') : CharacterSet::members('^\n\r\x{2028}\x{2029}');
        }
        if ('(' === $character) {
            return $this->group();
        }
        if ($this->take('[')) {
            return $this->characterClass($start);
        }
        if ('\\' === $character) {
            return $this->escape();
        }
        if (str_contains(self::SYNTAX, $character)) {
            throw $this->error(
                $start,
                str_contains('*+?', $character)
                    ? sprintf('there is nothing that "%s" could repeat', $character)
                    : sprintf('"%s" stands alone; as a character it is written \\%s', $character, $character),
            );
        }
        ++$this->at;

        return CharacterSet::character(mb_ord($character, 'UTF-8'));
    }

    private function group(): PatternNode
    {
        $start = $this->at;
        $flags = [$this->ofLines, $this->dotTakesAll];
        $number = null;
        $pcreFlags = '';
        if ($this->take('(?<')) {
            $name = $this->name($start);
            $number = ++$this->groups;
            if (isset($this->takenNames[$name])) {
                throw $this->error($start, sprintf('two groups of one alternative are named "%s"', $name));
            }
            $this->takenNames[$name] = true;
            if (!in_array($number, $this->names[$name] ?? [], true)) {
                $this->names[$name][] = $number;
            }
        } elseif ($this->take('(?')) {
            $pcreFlags = $this->flags($start);
        } else {
            ++$this->at;
            $number = ++$this->groups;
        }
        $part = $this->disjunction();
        $this->close($start);
        if (null !== $number) {
            $this->parts[$number] = $part;
        }
        [$this->ofLines, $this->dotTakesAll] = $flags;

        return new Group($part, $number, $pcreFlags);
    }

    /** Flags of a group, as in (?i-s: ; gives those that are left for PCRE. */
    private function flags(int $start): string
    {
        $seen = [];
        $on = true;
        $pcre = '';
        while (!$this->take(':')) {
            $flag = $this->text[$this->at++] ?? '';
            if ('-' === $flag && $on) {
                $on = false;
                continue;
            }
            if (!in_array($flag, ['i', 'm', 's'], true) || isset($seen[$flag])) {
                throw $this->error($start, 'this is no group: after "(?" stand ":", "=", "!", "<" or flags like "i:"');
            }
            $seen[$flag] = true;
            match ($flag) {
                'i' => ($pcre = $on ? 'i' : '-i'),
                'm' => ($this->ofLines = $on),
                's' => ($this->dotTakesAll = $on),
            };
        }
        if (!$on && [] === $seen) {
            throw $this->error($start, 'a group with "-" has to name a flag');
        }

        return $pcre;
    }

    private function close(int $start): void
    {
        if (!$this->take(')')) {
            throw $this->error($start, 'the group is never closed');
        }
    }

    private function name(int $start): string
    {
        $name = '';
        while (isset($this->text[$this->at]) && '>' !== $this->text[$this->at]) {
            $name .= $this->text[$this->at++];
        }
        if (!$this->take('>') || 1 !== preg_match('/^[\p{ID_Start}$_][\p{ID_Continue}$\x{200C}\x{200D}]*$/Du', $name)) {
            throw $this->error($start, 'a name between "<" and ">" was expected');
        }

        return $name;
    }

    private function escape(): PatternNode
    {
        $start = $this->at;
        $letter = $this->text[$this->at + 1] ?? throw $this->error($start, 'the pattern ends with a "\\"');
        if (1 === preg_match('/^[1-9]$/D', $letter)) {
            ++$this->at;
            $number = (int) $this->digits();
            if ($number > $this->allGroups) {
                throw $this->error($start, sprintf('there is no group %d', $number));
            }

            return new Backreference([$number], $this->parts);
        }
        if ('k' === $letter) {
            $this->at += 2;
            if (!$this->take('<')) {
                throw $this->error($start, 'after \\k a name between "<" and ">" was expected');
            }
            $name = $this->name($start);
            $this->named[] = [$start, $name];

            return new Backreference($this->names[$name] ?? [], $this->parts);
        }
        $set = $this->setEscape();
        if (null !== $set) {
            return $set;
        }

        return CharacterSet::character($this->characterEscape(false));
    }

    /** \d, \D, \s, \S, \w, \W, \p and \P; null where something else stands there. */
    private function setEscape(): ?CharacterSet
    {
        $start = $this->at;
        $letter = $this->text[$this->at + 1] ?? '';
        $set = match (strtolower($letter)) {
            'd' => CharacterSet::members('0-9'),
            'w' => CharacterSet::members('0-9A-Z_a-z'),
            // White space and line ends of ECMAScript, the byte order mark among them.
            's' => CharacterSet::members(
                '\t\n\x0B\f\r\x20\x{A0}\x{1680}\x{2000}-\x{200A}\x{2028}\x{2029}\x{202F}\x{205F}\x{3000}\x{FEFF}',
            ),
            'p' => null,
            default => false,
        };
        if (false === $set) {
            return null;
        }
        $this->at += 2;
        $isNegated = ctype_upper($letter);
        if (null !== $set) {
            return $isNegated ? $set->complement() : $set;
        }
        if (!$this->take('{')) {
            throw $this->error($start, sprintf('\\%s asks for a property between braces', $letter));
        }
        $name = '';
        while (isset($this->text[$this->at]) && '}' !== $this->text[$this->at]) {
            $name .= $this->text[$this->at++];
        }
        if (!$this->take('}')) {
            throw $this->error($start, 'the braces of the property are never closed');
        }
        if (UnicodeProperty::isOfStrings($name)) {
            if ($isNegated) {
                throw $this->error($start, sprintf('%s is a property of strings, which have no complement', $name));
            }
            $this->isBeyondPcre = true;

            return CharacterSet::nothing();
        }
        $property =
            UnicodeProperty::find($name) ??
            throw $this->error($start, sprintf('there is no Unicode property "%s"', $name));
        if ('Assigned' === $property) {
            [$property, $isNegated] = ['Cn', !$isNegated];
        }

        return CharacterSet::members(($isNegated ? '\P{' : '\p{') . $property . '}');
    }

    /** The character that an escape stands for. */
    private function characterEscape(bool $inClass): int
    {
        $start = $this->at;
        ++$this->at;
        $letter = $this->text[$this->at] ?? throw $this->error($start, 'the pattern ends with a "\\"');
        ++$this->at;
        $control = ['f' => 12, 'n' => 10, 'r' => 13, 't' => 9, 'v' => 11];
        if (isset($control[$letter])) {
            return $control[$letter];
        }
        if ('0' === $letter && !ctype_digit($this->text[$this->at] ?? '')) {
            return 0;
        }
        if ('b' === $letter && $inClass) {
            return 8;
        }
        if ('c' === $letter && ctype_alpha($this->text[$this->at] ?? '')) {
            return ord($this->text[$this->at++]) % 32;
        }
        if ('x' === $letter) {
            return $this->hexadecimal(2, $start);
        }
        if ('u' === $letter) {
            return $this->codePoint($start);
        }
        if (str_contains(self::SYNTAX . '/', $letter) || ($inClass && str_contains(self::CLASS_PUNCTUATORS, $letter))) {
            return mb_ord($letter, 'UTF-8');
        }
        throw $this->error($start, sprintf('"\\%s" has no meaning', $letter));
    }

    private function codePoint(int $start): int
    {
        if ($this->take('{')) {
            $digits = '';
            while (ctype_xdigit($this->text[$this->at] ?? '')) {
                $digits .= $this->text[$this->at++];
            }
            $code = strlen(ltrim($digits, '0')) > 6 ? PHP_INT_MAX : (int) hexdec($digits);
            if ('' === $digits || !$this->take('}') || $code > 0x10ffff) {
                throw $this->error($start, 'a code point between braces was expected, at most 10FFFF');
            }

            return $code;
        }
        $high = $this->hexadecimal(4, $start);
        $here = $this->at;
        if (
            $high >= 0xd800 &&
            $high <= 0xdbff &&
            $this->take('\\u') &&
            1 === preg_match('/^[dD][c-fC-F][0-9a-fA-F]{2}$/D', implode('', array_slice($this->text, $this->at, 4)))
        ) {
            return 0x10000 + (($high - 0xd800) << 10) + $this->hexadecimal(4, $start) - 0xdc00;
        }
        $this->at = $here;

        return $high;
    }

    private function hexadecimal(int $digits, int $start): int
    {
        $text = implode('', array_slice($this->text, $this->at, $digits));
        if (strlen($text) !== $digits || !ctype_xdigit($text)) {
            throw $this->error($start, sprintf('%d hexadecimal digits were expected', $digits));
        }
        $this->at += $digits;

        return (int) hexdec($text);
    }

    private function characterClass(int $start): CharacterSet
    {
        if (++$this->depth > self::MOST_DEPTH) {
            throw $this->error($start, sprintf('it nests deeper than %d levels', self::MOST_DEPTH));
        }
        $isNegated = $this->take('^');
        $set = $this->classContents($start);
        --$this->depth;
        if ($isNegated && [] !== $set->strings) {
            throw $this->error($start, 'a class that begins with ^ cannot hold strings');
        }

        return $isNegated ? $set->complement() : $set;
    }

    private function classContents(int $start): CharacterSet
    {
        $set = CharacterSet::nothing();
        $operands = 0;
        $operator = null;
        $hasRange = false;
        while (!$this->take(']')) {
            if (!isset($this->text[$this->at])) {
                throw $this->error($start, 'the class is never closed');
            }
            $here = $this->at;
            $next = $this->take('&&') ? '&&' : ($this->take('--') ? '--' : '');
            if ('' !== $next && (0 === $operands || $hasRange || ($operands > 1 && $operator !== $next))) {
                throw $this->error(
                    $here,
                    sprintf('"%s" has to stand between two sets, and in a class of its own', $next),
                );
            }
            if ('' === $next && null !== $operator && '' !== $operator) {
                throw $this->error(
                    $here,
                    sprintf('"%s" and members one after the other cannot stand in one class', $operator),
                );
            }
            $operator = $operands > 0 ? $next : null;
            [$operand, $codePoint] = $this->classOperand();
            if (null !== $codePoint && $this->isRange()) {
                ++$this->at;
                [, $end] = $this->classOperand();
                if ('' !== $next) {
                    throw $this->error(
                        $here,
                        sprintf('"%s" takes no ranges; a range between brackets of its own is a set', $next),
                    );
                }
                if (null === $end || $end < $codePoint) {
                    throw $this->error(
                        $here,
                        null === $end
                            ? 'a range has to end with a character; a hyphen is written \\-'
                            : 'the range ends before it begins',
                    );
                }
                $hasRange = true;
                $operand = CharacterSet::range($codePoint, $end);
            }
            $set = match ($next) {
                '&&' => $set->and($operand),
                '--' => $set->without($operand),
                default => $set->or($operand),
            };
            ++$operands;
        }

        return $set;
    }

    /** Whether a hyphen stands here that makes a range of what was before it. */
    private function isRange(): bool
    {
        return '-' === ($this->text[$this->at] ?? '') && '-' !== ($this->text[$this->at + 1] ?? '');
    }

    /**
     * @return array{CharacterSet, int|null} a set, and the code point where it is a single character as it stands
     */
    private function classOperand(): array
    {
        $start = $this->at;
        if ($this->take('[')) {
            return [$this->characterClass($start), null];
        }
        if ($this->take('\\q{')) {
            return [$this->strings($start), null];
        }
        $character = $this->text[$this->at] ?? throw $this->error($start, 'the class is never closed');
        if ('\\' === $character) {
            $set = $this->setEscape();
            if (null !== $set) {
                return [$set, null];
            }
        }
        $codePoint = $this->classCharacter();

        return [CharacterSet::character($codePoint), $codePoint];
    }

    private function classCharacter(): int
    {
        $character = $this->text[$this->at] ?? '';
        if ('\\' === $character) {
            return $this->characterEscape(true);
        }
        if ('' === $character || str_contains(self::CLASS_SYNTAX, $character)) {
            throw $this->error($this->at, sprintf('"%s" within a class is written \\%s', $character, $character));
        }
        if (in_array($character . ($this->text[$this->at + 1] ?? ''), self::DOUBLED, true)) {
            throw $this->error(
                $this->at,
                sprintf(
                    '"%s%s" is kept for later meanings; one of them is written with a \\ before it',
                    $character,
                    $character,
                ),
            );
        }
        ++$this->at;

        return mb_ord($character, 'UTF-8');
    }

    /** What stands in \q{…}: strings with | between. */
    private function strings(int $start): CharacterSet
    {
        $set = CharacterSet::nothing();
        $string = '';
        while (true) {
            if (!isset($this->text[$this->at])) {
                throw $this->error($start, 'the strings are never closed');
            }
            if ($this->take('}') || $this->take('|')) {
                $set = $set->or(CharacterSet::string($string));
                if ('}' === $this->text[$this->at - 1]) {
                    return $set;
                }
                $string = '';
                continue;
            }
            $string .= mb_chr($this->classCharacter(), 'UTF-8');
        }
    }

    private function take(string $text): bool
    {
        $length = strlen($text);
        for ($i = 0; $i < $length; ++$i) {
            if (($this->text[$this->at + $i] ?? '') !== $text[$i]) {
                return false;
            }
        }
        $this->at += $length;

        return true;
    }

    /** Groups that are remembered, counted ahead, as a number may be used before its group. */
    private function countGroups(): int
    {
        $count = 0;
        $depth = 0;
        for ($i = 0; $i < count($this->text); ++$i) {
            if ('\\' === $this->text[$i]) {
                ++$i;
            } elseif ('[' === $this->text[$i]) {
                ++$depth;
            } elseif (']' === $this->text[$i]) {
                $depth = max(0, $depth - 1);
            } elseif ('(' === $this->text[$i] && 0 === $depth) {
                $after = $this->text[$i + 2] ?? '';
                $count +=
                    '?' !== ($this->text[$i + 1] ?? '') ||
                    ('<' === $after && !str_contains('=!', $this->text[$i + 3] ?? '='))
                        ? 1
                        : 0;
            }
        }

        return $count;
    }

    private function error(int $offset, string $why): PatternError
    {
        return PatternError::at($offset, $why);
    }
}
