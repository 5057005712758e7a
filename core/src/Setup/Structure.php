<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Ithrel\Core\Document\Pointer;
use Ithrel\Core\Document\Problem;
use Opis\JsonSchema\Errors\ValidationError;
use Opis\JsonSchema\Validator;

/**
 * The structural check: the document against its JSON Schema (2020-12), with every problem and its place.
 */
final class Structure
{
    /** Problems reported at most; after that the rest is noise. */
    private const MOST = 50;

    /** As the schema says. */
    private const MOST_OPTIONS = 5_000;

    private ?Validator $validator = null;

    /** What the schema asks is read once a process: to read it takes longer than to ask it of a small document. */
    private static ?self $shipped = null;

    public function __construct(private readonly string $schemaFile) {}

    public static function shipped(): self
    {
        return self::$shipped ??= new self(dirname(__DIR__, 3) . '/docs/setup.schema.json');
    }

    /**
     * @return list<Problem>
     */
    public function problems(\stdClass $document): array
    {
        if (null === $this->validator) {
            $this->validator = new Validator();
            $this->validator->setMaxErrors(self::MOST);
            $this->validator->setStopAtFirstError(false);
            // The schema asks for nothing that is not evaluated, so nothing needs to be kept of what was.
            $this->validator->parser()->setOption('allowUnevaluated', false);
            // What is left out stays out; a default says what that means (SchemaPlace).
            $this->validator->parser()->setOption('allowDefaults', false);
            $this->validator->resolver()?->registerFile('urn:ithrel:setup:1', $this->schemaFile);
        }
        // The longest list is counted before each of its members is looked at, which takes a second for some thousands.
        $options = $document->options ?? null;
        if (is_array($options) && count($options) > self::MOST_OPTIONS) {
            return [
                new Problem(
                    '/options',
                    sprintf('This list has %d members; at most %d are read.', count($options), self::MOST_OPTIONS),
                ),
            ];
        }
        $error = $this->validator->validate($document, 'urn:ithrel:setup:1')->error();
        if (null === $error) {
            return [];
        }
        $problems = [];
        $this->collect($error, $problems);

        return array_values($problems);
    }

    /**
     * @param array<string, Problem> $problems keyed by place and text, so that one cause is told once
     */
    private function collect(ValidationError $error, array &$problems): void
    {
        $below = $error->subErrors();
        if ([] !== $below) {
            foreach ($below as $child) {
                if ($child instanceof ValidationError) {
                    $this->collect($child, $problems);
                }
            }

            return;
        }
        /** @var list<string|int> $path */
        $path = $error->data()->fullPath();
        $args = $error->args();
        $value = $error->data()->value();
        switch ($error->keyword()) {
            case 'additionalProperties':
                $schema = $error->schema()->info()->data();
                $known =
                    $schema instanceof \stdClass && isset($schema->properties)
                        ? get_object_vars((object) $schema->properties)
                        : [];
                foreach ((array) ($args['properties'] ?? []) as $name) {
                    // The validator also names properties whose own value failed; those have their own problem.
                    if (is_string($name) && !array_key_exists($name, $known)) {
                        $this->add(
                            $problems,
                            [...$path, $name],
                            'This key is not known here.' .
                                self::nearest($name, array_map(strval(...), array_keys($known))),
                        );
                    }
                }
                break;
            case 'required':
                foreach ((array) ($args['missing'] ?? []) as $name) {
                    $this->add($problems, $path, sprintf('The key "%s" is missing.', is_string($name) ? $name : '?'));
                }
                break;
            default:
                $this->add($problems, $path, self::words($error->keyword(), $args, $value, $error));
        }
    }

    /**
     * @param array<string, Problem> $problems
     * @param list<string|int> $path
     */
    private function add(array &$problems, array $path, string $message): void
    {
        $at = Pointer::of($path);
        $problems[$at . "\0" . $message] = new Problem($at, $message);
    }

    /**
     * @param array<array-key, mixed> $args
     */
    private static function words(string $keyword, array $args, mixed $value, ValidationError $error): string
    {
        $found = is_scalar($value) ? ' Found: ' . self::show($value) . '.' : '';
        $schema = $error->schema()->info()->data();

        return match ($keyword) {
            'type' => 'A ' .
                implode(' or ', array_map(self::typeName(...), (array) ($args['expected'] ?? []))) .
                ' was expected.' .
                ('' !== $found ? $found : ' Found: ' . self::typeName($args['type'] ?? '?') . '.'),
            'enum' => 'One of ' .
                implode(
                    ', ',
                    array_map(
                        self::show(...),
                        $schema instanceof \stdClass && is_array($schema->enum ?? null) ? $schema->enum : [],
                    ),
                ) .
                ' was expected.' .
                $found,
            'const' => 'This must be ' .
                self::show($schema instanceof \stdClass ? $schema->const ?? '' : '') .
                '.' .
                $found,
            'pattern' => self::patternWords(
                $schema instanceof \stdClass && is_string($schema->pattern ?? null) ? $schema->pattern : '',
            ) . $found,
            'minLength' => 'This may not be empty.',
            'maxLength' => 'This text is too long.',
            'maxItems' => sprintf(
                'This list has %d members; at most %d are read.',
                is_array($value) ? count($value) : 0,
                $schema instanceof \stdClass && is_int($schema->maxItems ?? null) ? $schema->maxItems : 0,
            ),
            'minimum', 'exclusiveMinimum', 'maximum' => 'This number is out of range' .
                self::rangeWords($schema) .
                '.' .
                $found,
            'minProperties'
                => 'A test is missing: one of is, picks, filled, atLeast, atMost, above, below was expected.',
            'anyOf' => 'One of the keys "never" and "always" is missing.',
            default => 'This does not fit (' . $keyword . ').' . $found,
        };
    }

    private static function rangeWords(mixed $schema): string
    {
        $range = '';
        foreach (['minimum' => ' from ', 'maximum' => ' to '] as $key => $word) {
            $range .= $schema instanceof \stdClass && is_int($schema->{$key} ?? null) ? $word . $schema->{$key} : '';
        }

        return '' === $range ? '' : ' (it goes' . $range . ')';
    }

    private static function patternWords(string $pattern): string
    {
        return match (true) {
            str_contains($pattern, '[0-9]{4}-') && str_contains($pattern, '-?[0-9]{1,40}')
                => 'A decimal like "12.50", a date like "2030-01-31" or days from today like "+3d" was expected.',
            str_contains($pattern, '[0-9]{4}-') && str_contains($pattern, 'd)$')
                => 'A date like "2030-01-31" or days from today like "+3d" was expected.',
            str_contains($pattern, '[0-9]{4}-') => 'A date like "2030-01-31" was expected.',
            str_starts_with($pattern, '^(base|running') => 'One of "base", "running" and "level:code" was expected.',
            str_contains($pattern, '{1,40}') && str_contains($pattern, 'level:')
                => 'A plain decimal like "12.50", or a price level like "level:trade" was expected.',
            str_contains($pattern, '[a-z]')
                => 'A code of small letters, digits and _ that begins with a letter was expected.',
            str_contains($pattern, '{1,40}')
                => 'A plain decimal like "12.50" was expected: digits, a point, no exponent, no comma.',
            str_contains($pattern, '(1000000|[1-9]') => 'A whole number from 1 to 1 000 000 was expected.',
            str_contains($pattern, '(1000000|') => 'A whole number from 0 to 1 000 000 was expected.',
            str_contains($pattern, '(1000000000000000|')
                => 'A number of bytes, at most 1 000 000 000 000 000 (10^15), was expected.',
            str_contains($pattern, '[0-9]') => 'A whole number was expected.',
            default => 'This does not have the expected form (' . $pattern . ').',
        };
    }

    private static function typeName(mixed $type): string
    {
        return match ($type) {
            'integer' => 'whole number',
            'string' => 'text',
            'object' => 'JSON object',
            'array' => 'list',
            'boolean' => 'true or false',
            'number' => 'number with a fraction',
            default => is_string($type) ? $type : '?',
        };
    }

    private static function show(mixed $value): string
    {
        $text = json_encode($value, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE);

        return mb_strimwidth(false === $text ? '?' : $text, 0, 60, '…', 'UTF-8');
    }

    /**
     * @param list<string> $known
     */
    private static function nearest(string $name, array $known): string
    {
        $best = null;
        $least = 3;
        foreach ($known as $candidate) {
            $distance = levenshtein(strtolower(substr($name, 0, 60)), strtolower($candidate));
            if ($distance < $least) {
                [$best, $least] = [$candidate, $distance];
            }
        }

        return null === $best ? '' : sprintf(' Was "%s" meant?', $best);
    }
}
