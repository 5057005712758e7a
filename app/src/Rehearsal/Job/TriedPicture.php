<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Job;

use Ithrel\App\Queue\Field;

/**
 * A picture of one stage of a check, on its way to whoever keeps it.
 */
final readonly class TriedPicture
{
    /** Bytes; one that is larger is left out of a queue. */
    private const MOST_BYTES = 2_000_000;

    /**
     * @param string $jpeg its bytes
     * @param list<array<string, mixed>> $spots words and box of each place where something differs
     */
    public function __construct(
        public string $stage,
        public string $jpeg,
        public int $width,
        public int $height,
        public array $spots,
    ) {}

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return [
            'stage' => $this->stage,
            'jpeg' => strlen($this->jpeg) > self::MOST_BYTES ? '' : base64_encode($this->jpeg),
            'width' => $this->width,
            'height' => $this->height,
            'spots' => $this->spots,
        ];
    }

    /**
     * @param array<string, mixed> $data
     */
    public static function fromArray(array $data): self
    {
        $jpeg = base64_decode(Field::text($data, 'jpeg'), true);

        return new self(
            Field::text($data, 'stage'),
            false === $jpeg || strlen($jpeg) > self::MOST_BYTES ? '' : $jpeg,
            Field::whole($data, 'width'),
            Field::whole($data, 'height'),
            Field::objects($data, 'spots'),
        );
    }
}
