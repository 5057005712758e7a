<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Limit\Candidates;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\LimitProblem;
use Ithrel\Core\Limit\Measured;

/**
 * One file or several: their kinds, their size, number and pixels.
 */
final readonly class FileType implements InputType
{
    /**
     * @param list<string>|null $types MIME types, null = any
     */
    public function __construct(
        public ?array $types = null,
        public ?int $maxBytes = null,
        public ?int $minFiles = null,
        public ?int $maxFiles = null,
        public ?int $minWidth = null,
        public ?int $minHeight = null,
    ) {}

    public static function read(Place $option, Reading $reading): self
    {
        $files = $option->object('files');
        $pixels = $option->object('pixels');

        return new self(
            // Types are alike in any letter case (RFC 2045, 5.1).
            $option->has('types') ? array_map(strtolower(...), $option->texts('types')) : null,
            $option->whole('maxBytes'),
            $files->whole('min'),
            $files->whole('max'),
            $pixels->whole('minWidth'),
            $pixels->whole('minHeight'),
        );
    }

    /** No page can fill in a file. */
    public static function default(Place $option, Reading $reading): ?string
    {
        return null;
    }

    public static function cells(): array
    {
        return [
            'types' => 'list',
            'maxBytes' => 'whole',
            'files/min' => 'whole',
            'files/max' => 'whole',
            'pixels/minWidth' => 'whole',
            'pixels/minHeight' => 'whole',
        ];
    }

    public static function places(): array
    {
        return [
            'types' => 'the file types of %s',
            'maxBytes' => 'the size of the files of %s',
            'files' => 'the number of files of %s',
            'pixels' => 'the pixels of %s',
        ];
    }

    public static function measured(): Measured
    {
        return Measured::Files;
    }

    public function open(): self
    {
        return new self();
    }

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
        return [
            ...$this->typeProblems($input->files),
            ...$this->sizeProblems($input->files),
            ...$this->countProblems(count($input->files)),
            ...$this->pixelProblems($input->files),
        ];
    }

    /**
     * @param list<GivenFile> $files
     *
     * @return iterable<int, LimitProblem>
     */
    private function typeProblems(array $files): iterable
    {
        foreach ($files as $file) {
            if (null !== $this->types && null !== $file->type && !self::typeFits($file->type, $this->types)) {
                yield new LimitProblem(
                    'input.file-type',
                    sprintf('%s is of the kind %s, which is not taken.', $file->name, $file->type),
                    implode(', ', $this->types),
                    $file->type,
                );
            }
        }
    }

    /**
     * @param list<GivenFile> $files
     *
     * @return iterable<int, LimitProblem>
     */
    private function sizeProblems(array $files): iterable
    {
        foreach ($files as $file) {
            if (null !== $this->maxBytes && null !== $file->bytes && $file->bytes > $this->maxBytes) {
                yield new LimitProblem(
                    'input.file-size',
                    sprintf('%s has %d bytes, more than the %d taken.', $file->name, $file->bytes, $this->maxBytes),
                    (string) $this->maxBytes,
                    (string) $file->bytes,
                );
            }
        }
    }

    /**
     * @return iterable<int, LimitProblem>
     */
    private function countProblems(int $count): iterable
    {
        if (null !== $this->minFiles && $count < $this->minFiles) {
            yield new LimitProblem(
                'input.file-count',
                sprintf('at least %d files are needed, %d given.', $this->minFiles, $count),
                (string) $this->minFiles,
                (string) $count,
            );
        }
        if (null !== $this->maxFiles && $count > $this->maxFiles) {
            yield new LimitProblem(
                'input.file-count',
                sprintf('at most %d files are taken, %d given.', $this->maxFiles, $count),
                (string) $this->maxFiles,
                (string) $count,
            );
        }
    }

    /**
     * @param list<GivenFile> $files
     *
     * @return iterable<int, LimitProblem>
     */
    private function pixelProblems(array $files): iterable
    {
        foreach ($files as $file) {
            foreach (
                [['wide', $this->minWidth, $file->width], ['high', $this->minHeight, $file->height]]
                as [$word, $least, $found]
            ) {
                // A file of no bytes is no picture, whatever is said of it.
                $found = 0 === $file->bytes ? 0 : $found;
                if (null !== $least && null !== $found && $found < $least) {
                    yield new LimitProblem(
                        'input.pixels',
                        sprintf('%s is %d pixels %s; at least %d are needed.', $file->name, $found, $word, $least),
                        (string) $least,
                        (string) $found,
                    );
                }
            }
        }
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
            [] !== $this->types &&
            (null === $this->maxFiles || ($this->maxFiles >= 1 && ($this->minFiles ?? 0) <= $this->maxFiles));

        return $isPossible ? Input::files([new GivenFile('file', $this->types[0] ?? null)]) : null;
    }

    /** Pictures large enough, as many as are asked for, then one. */
    public function samples(): array
    {
        $type = $this->types[0] ?? 'image/png';
        $file = fn(int $n): GivenFile => new GivenFile(
            'lamp-' . $n . '.png',
            str_ends_with($type, '/*') ? substr($type, 0, -1) . 'png' : $type,
            min(120_000, $this->maxBytes ?? 120_000),
            max(800, $this->minWidth ?? 0),
            max(600, $this->minHeight ?? 0),
        );

        return [Input::files(array_map($file, range(1, max(2, $this->minFiles ?? 1)))), Input::files([$file(1)])];
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

    public function candidates(Candidates $to, int $today, array $given): void
    {
        (new FileCandidates($this))->into($to);
    }

    public function whyImpossible(): string
    {
        return 'no kind or number of files is let through';
    }
}
