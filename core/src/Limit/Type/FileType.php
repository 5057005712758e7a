<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Limit\AnswerProblem;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Limits\FileLimits;
use Ithrel\Core\Setup\Option;

/**
 * One file or several.
 */
final readonly class FileType implements InputType
{
    public function __construct(private Option $option, private FileLimits $limits) {}

    /** A file is not typed. */
    public function parse(string $typed): ?Input
    {
        return null;
    }

    public function unreadable(): array
    {
        return ['unknown-value', 'a file, by its name or as an object with a name,'];
    }

    public function problems(Input $input): array
    {
        $problems = [];
        $count = count($input->files);
        if (null !== $this->limits->minFiles && $count < $this->limits->minFiles) {
            $problems[] = new AnswerProblem(
                'input.file-count',
                $this->option->code,
                sprintf(
                    '%s: at least %d files are needed, %d given.',
                    $this->option->name(),
                    $this->limits->minFiles,
                    $count,
                ),
                (string) $this->limits->minFiles,
                (string) $count,
            );
        }
        if (null !== $this->limits->maxFiles && $count > $this->limits->maxFiles) {
            $problems[] = new AnswerProblem(
                'input.file-count',
                $this->option->code,
                sprintf(
                    '%s: at most %d files are taken, %d given.',
                    $this->option->name(),
                    $this->limits->maxFiles,
                    $count,
                ),
                (string) $this->limits->maxFiles,
                (string) $count,
            );
        }
        foreach ($input->files as $file) {
            if (
                null !== $this->limits->types &&
                null !== $file->type &&
                !self::typeFits($file->type, $this->limits->types)
            ) {
                $problems[] = new AnswerProblem(
                    'input.file-type',
                    $this->option->code,
                    sprintf(
                        '%s: %s is of the kind %s, which is not taken.',
                        $this->option->name(),
                        $file->name,
                        $file->type,
                    ),
                    implode(', ', $this->limits->types),
                    $file->type,
                );
            }
            if (null !== $this->limits->maxBytes && null !== $file->bytes && $file->bytes > $this->limits->maxBytes) {
                $problems[] = new AnswerProblem(
                    'input.file-size',
                    $this->option->code,
                    sprintf(
                        '%s: %s has %d bytes, more than the %d taken.',
                        $this->option->name(),
                        $file->name,
                        $file->bytes,
                        $this->limits->maxBytes,
                    ),
                    (string) $this->limits->maxBytes,
                    (string) $file->bytes,
                );
            }
            foreach (
                [['wide', $this->limits->minWidth, $file->width], ['high', $this->limits->minHeight, $file->height]]
                as [$word, $least, $found]
            ) {
                if (null !== $least && null !== $found && $found < $least) {
                    $problems[] = new AnswerProblem(
                        'input.pixels',
                        $this->option->code,
                        sprintf(
                            '%s: %s is %d pixels %s; at least %d are needed.',
                            $this->option->name(),
                            $file->name,
                            $found,
                            $word,
                            $least,
                        ),
                        (string) $least,
                        (string) $found,
                    );
                }
            }
        }

        return $problems;
    }

    /**
     * @param list<string> $types "image/*" stands for every image
     */
    private static function typeFits(string $type, array $types): bool
    {
        $type = strtolower(trim(explode(';', $type)[0]));
        foreach ($types as $taken) {
            $taken = strtolower($taken);
            if (
                '*/*' === $taken ||
                $taken === $type ||
                (str_ends_with($taken, '/*') && str_starts_with($type, substr($taken, 0, -1)))
            ) {
                return true;
            }
        }

        return false;
    }

    public function ordinary(int $today): ?Input
    {
        $isPossible =
            [] !== $this->limits->types &&
            (null === $this->limits->maxFiles ||
                ($this->limits->maxFiles >= 1 && ($this->limits->minFiles ?? 0) <= $this->limits->maxFiles));

        return $isPossible ? Input::files([new GivenFile('file', $this->limits->types[0] ?? null)]) : null;
    }

    /** Pictures large enough, as many as are asked for, then one. */
    public function samples(): array
    {
        $type = $this->limits->types[0] ?? 'image/png';
        $file = fn(int $n): GivenFile => new GivenFile(
            'lamp-' . $n . '.png',
            str_ends_with($type, '/*') ? substr($type, 0, -1) . 'png' : $type,
            min(120_000, $this->limits->maxBytes ?? 120_000),
            max(800, $this->limits->minWidth ?? 0),
            max(600, $this->limits->minHeight ?? 0),
        );

        return [
            Input::files(array_map($file, range(1, max(2, $this->limits->minFiles ?? 1)))),
            Input::files([$file(1)]),
        ];
    }

    /** What a file has to be is beyond HTML. */
    public function htmlField(): ?array
    {
        return null;
    }

    public function htmlFlags(string $typed): ?array
    {
        return null;
    }

    public function canBeEmpty(): bool
    {
        return true;
    }

    public function whyImpossible(): string
    {
        return 'no kind or number of files is let through';
    }
}
