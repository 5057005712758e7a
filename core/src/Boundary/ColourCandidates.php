<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

use Ithrel\Core\Setup\Limits\ColourLimits;
use Ithrel\Core\Setup\Option;

/**
 * Colours on a list and beside it, and the ways in which people write them.
 */
final readonly class ColourCandidates
{
    private const MOST = 60;

    private ColourLimits $limits;

    public function __construct(Option $option)
    {
        $this->limits =
            $option->limits instanceof ColourLimits
                ? $option->limits
                : throw new \LogicException('A colour has limits.');
    }

    public function into(Candidates $to): void
    {
        $listed = $this->limits->colours;
        foreach (array_slice($listed ?? ['#000000', '#ffffff', '#1f5c8a'], 0, self::MOST) as $colour) {
            $to->edge('colours', null === $listed ? 'a colour' : 'a colour of the list', $colour);
        }
        if (null !== $listed && count($listed) > self::MOST) {
            $to->left[] = sprintf('Of %d colours the first %d are tried.', count($listed), self::MOST);
        }
        $first = $listed[0] ?? '#1f5c8a';
        $to->add('in capitals', strtoupper($first));
        for ($n = 0; null !== $listed && $n <= count($listed); ++$n) {
            $other = sprintf('#%06x', (hexdec(substr($first, 1)) + 1 + $n) & 0xffffff);
            if (!$this->limits->takes($other)) {
                $to->edge('colours', 'a colour beside the list', $other);
                break;
            }
        }
        $to->add('without the number sign', substr($first, 1));
        $to->add('three digits', '#' . $first[1] . $first[3] . $first[5]);
        $to->add('with an alpha', $first . 'ff');
        $to->add('a name', 'red');
        $to->add('blanks alone', '   ');
    }
}
