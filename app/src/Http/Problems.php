<?php

declare(strict_types=1);

namespace Ithrel\App\Http;

use Doctrine\DBAL\Exception\DriverException;
use Ithrel\App\Api\Dto\ProblemDetails;
use Ithrel\App\Api\Dto\ProblemPlace;
use Ithrel\Core\Document\Problem;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Work\OutOfBudget;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\Validator\Exception\ValidationFailedException;

/**
 * Turns what goes wrong under /api into problem+json (RFC 9457).
 */
#[AsEventListener(priority: -64)]
final class Problems
{
    public function __invoke(ExceptionEvent $event): void
    {
        if (!str_starts_with(rawurldecode($event->getRequest()->getPathInfo()), '/api/')) {
            return;
        }
        $error = $event->getThrowable();
        $problem = match (true) {
            $error instanceof UnreadableDocument => new ProblemDetails(
                'urn:ithrel:problem:unreadable',
                'This could not be read',
                422,
                'Nothing was changed. Mend the places named and try again.',
                array_map(
                    static fn(Problem $p): ProblemPlace => new ProblemPlace($p->at, $p->message),
                    $error->problems,
                ),
            ),
            $error instanceof TooLarge => new ProblemDetails(
                'urn:ithrel:problem:too-large',
                'This setup is too large to be worked out',
                422,
                $error->getMessage() . ' Options: ' . implode(', ', $error->options) . '.',
                [],
            ),
            $error instanceof OutOfBudget => new ProblemDetails(
                'urn:ithrel:problem:too-large',
                'This is too large to be worked out',
                422,
                'It was given up, because ' . $error->getMessage() . '. Nothing was changed.',
                [],
            ),
            null !== self::driver($error) => $this->database(self::driver($error)),
            $error->getPrevious() instanceof ValidationFailedException => $this->invalid($error->getPrevious()),
            $error instanceof HttpExceptionInterface => new ProblemDetails(
                'about:blank',
                Response::$statusTexts[$error->getStatusCode()] ?? 'Error',
                $error->getStatusCode(),
                $error->getMessage(),
                [],
            ),
            default => new ProblemDetails(
                'about:blank',
                'Something went wrong here',
                500,
                'The error was written to the log. Nothing of what was sent has been kept.',
                [],
            ),
        };
        $headers = $error instanceof HttpExceptionInterface ? $error->getHeaders() : [];
        $event->setResponse(self::response($problem, $headers));
    }

    /** A problem as an answer of its own. */
    public static function answer(string $type, string $title, int $status, string $detail): JsonResponse
    {
        return self::response(new ProblemDetails($type, $title, $status, $detail, []));
    }

    /**
     * @param array<array-key, mixed> $headers
     */
    private static function response(ProblemDetails $problem, array $headers = []): JsonResponse
    {
        return new JsonResponse($problem, $problem->status, ['Content-Type' => 'application/problem+json'] + $headers);
    }

    /** What the database said, however deep it is wrapped up. */
    private static function driver(\Throwable $error): ?DriverException
    {
        for ($cause = $error; null !== $cause; $cause = $cause->getPrevious()) {
            if ($cause instanceof DriverException) {
                return $cause;
            }
        }

        return null;
    }

    /** What the disk would not take is said; else the reason is in the log alone. */
    private function database(DriverException $error): ProblemDetails
    {
        $why = match (true) {
            str_contains($error->getMessage(), 'disk is full') => 'the disk is full',
            1 === preg_match('/readonly|read-only|unable to open database/', $error->getMessage())
                => 'its file, or the folder it stands in, cannot be written',
            str_contains($error->getMessage(), 'disk I/O') => 'the disk reports an error',
            str_contains($error->getMessage(), 'locked') => 'somebody else wrote into it for too long',
            default => null,
        };

        return null === $why
            ? new ProblemDetails(
                'about:blank',
                'Something went wrong here',
                500,
                'The error was written to the log. Nothing of what was sent has been kept.',
                [],
            )
            : new ProblemDetails(
                'urn:ithrel:problem:storage',
                'This could not be kept',
                507,
                sprintf(
                    'The database could not be written: %s. Nothing of what was sent has been kept; what is ' .
                        'there can still be read. Removing setups that are no longer needed frees room.',
                    $why,
                ),
                [],
            );
    }

    /** "sources[0].name" as a JSON Pointer. */
    private static function pointer(string $path): string
    {
        preg_match_all('/[^.\[\]]+/', $path, $steps);

        return implode('', array_map(static fn(string $s): string => '/' . $s, $steps[0]));
    }

    /** Without the names of our classes, which say nothing to who asks. */
    private static function plainly(string $message): string
    {
        return (string) preg_replace_callback(
            '/\bIthrel(?:\\\\\w+)+(\[\])?/',
            static fn(array $m): string => isset($m[1]) ? 'list of objects' : 'object',
            $message,
        );
    }

    private function invalid(ValidationFailedException $error): ProblemDetails
    {
        $places = [];
        foreach ($error->getViolations() as $violation) {
            $places[] = new ProblemPlace(
                self::pointer($violation->getPropertyPath()),
                self::plainly((string) $violation->getMessage()),
            );
        }

        return new ProblemDetails(
            'urn:ithrel:problem:invalid',
            'This could not be taken',
            422,
            implode(' ', array_map(static fn(ProblemPlace $p): string => $p->message, $places)),
            $places,
        );
    }
}
