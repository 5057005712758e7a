<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Queue\JobInHand;
use Ithrel\App\Rehearsal\Job\LookAtShop;
use Ithrel\Core\Document\UnreadableDocument;
use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/**
 * Looks whether a shop is still as it was tried.
 */
final readonly class ShopLook
{
    public function __construct(
        private JobInHand $job,
        private Rehearsals $rehearsals,
        private PageWork $pages,
        private ShopSettings $shops,
        private LoggerInterface $log,
    ) {}

    #[AsMessageHandler]
    public function look(LookAtShop $job): void
    {
        $rehearsal = $this->rehearsals->find($job->run);
        if (null === $rehearsal || null !== $this->job->whyGivenUp()) {
            return;
        }
        try {
            if (null !== $rehearsal->map()) {
                $this->pages->look($rehearsal);
            } else {
                $door = $this->shops->door(
                    $this->shops->page($rehearsal->address() ?? ''),
                    $rehearsal->revision()->sha256(),
                );
                $this->rehearsals->looked($rehearsal, $door->isStill($this->job->hold(...)));
            }
        } catch (NoAnswer | UnreadableDocument) {
            // A shop that does not answer says nothing.
            $this->rehearsals->looked($rehearsal, null);
        } catch (\Throwable $e) {
            $this->log->error('A shop could not be looked at again.', ['exception' => $e]);
            $this->rehearsals->looked($rehearsal, null);
        }
    }
}
