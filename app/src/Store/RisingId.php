<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Symfony\Component\Uid\Ulid;

/**
 * Ids that tell the order in which things were kept, even where the clock of the machine is set back in between.
 */
final class RisingId
{
    /**
     * @param string|null $last id of what was kept before; null: nothing was
     */
    public static function after(?string $last): string
    {
        $id = (string) new Ulid();
        if (null === $last || strcmp($id, $last) > 0) {
            return $id;
        }

        // One millisecond would do, but for what is lost where fractions of a second are read back.
        return Ulid::generate(Ulid::fromString($last)->getDateTime()->modify('+2 milliseconds'));
    }
}
