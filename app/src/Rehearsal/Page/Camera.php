<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Photograph;
use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\Job\TriedPicture;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Page\ControlFinder;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Page\Signature;
use Ithrel\Core\Plan\Check;

/**
 * Photographs each stage of a check while it is tried; kept are the pictures of checks that differ or have no answer.
 *
 * @phpstan-import-type Box from Photograph
 */
final class Camera
{
    /** Names of the map for what a difference is about. */
    private const FIELDS = [
        'unit price' => 'unitPrice',
        'line total' => 'lineTotal',
        'entries' => 'line',
        'own lines' => 'line',
        'lines' => 'line',
        'points' => 'line',
    ];

    /** @var array<string, array{Photograph, PageSnapshot}> by stage */
    private array $shots = [];

    public function __construct(private readonly Pilot $pilot, private readonly PageMap $map) {}

    /** A new check begins. */
    public function wind(): void
    {
        $this->shots = [];
    }

    public function take(string $stage): void
    {
        try {
            $this->shots[$stage] = [$this->pilot->photograph(), $this->pilot->page()];
        } catch (NoAnswer) {
            // A page that cannot be photographed can still be read.
        }
    }

    /**
     * @param list<Difference> $differences
     *
     * @return list<TriedPicture>
     */
    public function pictures(Check $check, array $differences): array
    {
        $pictures = [];
        foreach ($this->shots as $stage => [$photograph, $page]) {
            $spots = [];
            foreach ($differences as $difference) {
                $isHere = $difference->stage === $stage || 'page' === $stage;
                $box = $isHere ? $this->box($stage, $difference, $check, $photograph, $page) : null;
                if (null !== $box) {
                    $spots[] = [
                        'words' => sprintf(
                            '%s: %s, not %s',
                            $difference->field,
                            $difference->found,
                            $difference->expected,
                        ),
                        'box' => $box,
                    ];
                }
            }
            $pictures[] = new TriedPicture($stage, $photograph->jpeg, $photograph->width, $photograph->height, $spots);
        }

        return $pictures;
    }

    /**
     * @return Box|null
     */
    private function box(
        string $stage,
        Difference $difference,
        Check $check,
        Photograph $photograph,
        PageSnapshot $page,
    ): ?array {
        $field = self::FIELDS[$difference->field] ?? $difference->field;
        if ('page' === $stage && !in_array($field, ['unitPrice', 'total', 'image'], true)) {
            // What was refused, or not offered, is asked for on the page.
            return in_array($field, ['accepted', 'field', 'offered', 'clicks'], true)
                ? self::control(
                    $this->map->options[$check->field ?? ($check->offered[0] ?? '')] ?? null,
                    $photograph,
                    $page,
                )
                : null;
        }
        if ($difference->stage !== $stage) {
            return null;
        }
        if ('page' === $stage) {
            $element = self::at($page->root, $this->map->places[$field] ?? null);

            return null === $element ? null : $photograph->box($element);
        }
        $line = self::at($page->root, $this->map->place($stage . ' line'));
        $element = match ($field) {
            'line' => $line,
            'total' => self::at($page->root, $this->map->place($stage . ' total')),
            default => null === $line ? null : self::at($line, $this->map->place($stage . ' ' . $field)),
        };

        return null === $element ? null : $photograph->box($element);
    }

    private static function at(PageElement $root, ?string $signature): ?PageElement
    {
        return null === $signature ? null : Signature::find($root, $signature);
    }

    /**
     * @return Box|null
     */
    private static function control(?string $key, Photograph $photograph, PageSnapshot $page): ?array
    {
        foreach (null === $key ? [] : ControlFinder::of($page) as $control) {
            if ($control->key() === $key) {
                return PageTour::boxOf($photograph, $control);
            }
        }

        return null;
    }
}
