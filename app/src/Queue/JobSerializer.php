<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Exception\MessageDecodingFailedException;
use Symfony\Component\Messenger\Stamp\RedeliveryStamp;
use Symfony\Component\Messenger\Transport\Serialization\SerializerInterface;

/**
 * Jobs as JSON. What comes out of a queue names a job of a list, never a class: whoever can write to a queue makes no
 * objects here.
 */
final readonly class JobSerializer implements SerializerInterface
{
    /**
     * @param array<string, class-string<Job>> $jobs by name
     */
    public function __construct(private array $jobs) {}

    public function decode(array $encodedEnvelope): Envelope
    {
        $headers = $encodedEnvelope['headers'] ?? [];
        $class = $this->jobs[$headers['job'] ?? ''] ?? null;
        try {
            $data = json_decode($encodedEnvelope['body'], true, 512, JSON_THROW_ON_ERROR);
            $job = null === $class || !is_array($data) ? null : $class::fromArray($data);
        } catch (\Throwable $e) {
            throw new MessageDecodingFailedException($e->getMessage(), 0, $e);
        }
        if (null === $job) {
            throw new MessageDecodingFailedException('There is no such job.');
        }
        $retries = (int) ($headers['retries'] ?? '0');

        return new Envelope($job, 0 === $retries ? [] : [new RedeliveryStamp($retries)]);
    }

    public function encode(Envelope $envelope): array
    {
        $job = $envelope->getMessage();
        $name = array_search($job::class, $this->jobs, true);
        if (!($job instanceof Job) || !is_string($name)) {
            throw new \LogicException(sprintf('%s is no job.', $job::class));
        }

        return [
            'body' => json_encode(
                $job->toArray(),
                JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE | JSON_PRESERVE_ZERO_FRACTION,
            ),
            'headers' => [
                'job' => $name,
                'retries' => (string) ($envelope->last(RedeliveryStamp::class)?->getRetryCount() ?? 0),
            ],
        ];
    }
}
