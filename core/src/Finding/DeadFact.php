<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding;

use Ithrel\Core\Reach\Reason\Cause;

/**
 * A dead option, or a dead value, with its reason.
 */
final readonly class DeadFact
{
    /**
     * @param int|null $value null: the option itself is dead
     * @param bool $offered whether it is in an offered combination, though in no selectable one
     * @param list<Cause>|null $causes see Reasons
     */
    public function __construct(public int $option, public ?int $value, public bool $offered, public ?array $causes) {}
}
