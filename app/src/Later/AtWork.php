<?php

declare(strict_types=1);

namespace Ithrel\App\Later;

/**
 * Whether this process is a worker that answers a request.
 */
final class AtWork
{
    private bool $isWorker = false;

    /**
     * @throws NeedsWorker where somebody waits for this very process
     */
    public function onWorker(): void
    {
        if (!$this->isWorker) {
            throw new NeedsWorker('A worker does this.');
        }
    }

    /**
     * @template T
     *
     * @param \Closure(): T $work
     *
     * @return T
     */
    public function asWorker(\Closure $work): mixed
    {
        $was = $this->isWorker;
        $this->isWorker = true;
        try {
            return $work();
        } finally {
            $this->isWorker = $was;
        }
    }
}
