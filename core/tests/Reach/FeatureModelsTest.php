<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Reach;

use Ithrel\Core\Report;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

/**
 * Feature models of the literature, written as setups: their number of products is our number of combinations, a
 * dead feature our dead value, a false optional feature our condition that always shows, a void model our "nothing
 * selectable" (the automated analyses in Benavides, Segura and Ruiz-Cortés, "Automated analysis of feature models
 * 20 years later: a literature review", Information Systems 35(6), 2010).
 *
 * The models and their printed numbers are written down from memory.
 */
final class FeatureModelsTest extends TestCase
{
    #[TestDox('the mobile phone of Benavides et al. 2010, figure 1, has 14 products')]
    public function testMobilePhone(): void
    {
        // Calls and a screen are mandatory; GPS excludes the basic screen, the camera requires high resolution.
        self::assertSame('14', $this->report($this->phone())->counts['offered']);
    }

    #[TestDox('the graph product line of Lopez-Herrejon and Batory 2001 has 73 products')]
    public function testGraphProductLine(): void
    {
        $needs = static fn(string $code, array ...$tests): array => [
            'code' => $code,
            'label' => $code,
            'allowedWhen' => ['all' => $tests],
        ];
        $is = static fn(string $option, string ...$values): array => [
            'option' => $option,
            'is' => array_values($values),
        ];
        $algorithms = [
            $needs('number', $is('search', 'bfs', 'dfs')),
            $needs('connected', $is('type', 'undirected'), $is('search', 'bfs', 'dfs')),
            $needs('strongly_connected', $is('type', 'directed'), $is('search', 'dfs')),
            $needs('cycle', $is('search', 'dfs')),
            $needs('mst_prim', $is('type', 'undirected'), $is('weight', 'weighted')),
            $needs('mst_kruskal', $is('type', 'undirected'), $is('weight', 'weighted'), [
                'not' => $is('algorithms', 'mst_prim'),
            ]),
            $needs('shortest', $is('type', 'directed'), $is('weight', 'weighted')),
        ];
        $report = $this->report([
            Documents::one('type', ['directed', 'undirected'], ['required' => true]),
            Documents::one('weight', ['weighted', 'unweighted'], ['required' => true]),
            Documents::one('search', ['bfs', 'dfs']),
            [
                'code' => 'algorithms',
                'label' => 'Algorithms',
                'kind' => 'several',
                'required' => true,
                'values' => $algorithms,
            ],
        ]);
        self::assertSame('73', $report->counts['offered']);
    }

    #[TestDox('a dead feature, a false optional feature and a void model are found as such')]
    public function testAnalyses(): void
    {
        $phone = $this->phone();
        // A camera that also excludes high resolution is dead.
        $phone[3]['values'][0]['allowedWhen'] = [
            'all' => [['option' => 'screen', 'is' => 'high'], ['option' => 'screen', 'is' => ['basic', 'colour']]],
        ];
        self::assertSame(
            [['option' => 'media', 'value' => 'camera', 'cause' => 'never-offered']],
            $this->report($phone)->deadValues,
        );

        // Optional by its mark, but required by a mandatory feature: in every product.
        $optional = [
            Documents::one('calls', ['voice'], ['required' => true]),
            Documents::one(
                'sim',
                ['card'],
                ['required' => true, 'shownWhen' => ['option' => 'calls', 'is' => 'voice']],
            ),
        ];
        self::assertContains(
            'reach.always',
            array_map(static fn($f): string => $f->code, $this->report($optional)->findings),
        );

        // Two mandatory features that exclude each other.
        $void = [
            Documents::one('a', ['x'], ['required' => true]),
            [
                'code' => 'b',
                'label' => 'B',
                'kind' => 'one',
                'required' => true,
                'values' => [
                    ['code' => 'y', 'label' => 'Y', 'allowedWhen' => ['not' => ['option' => 'a', 'is' => 'x']]],
                ],
            ],
        ];
        $report = $this->report($void);
        self::assertSame('0', $report->counts['offered']);
        self::assertSame('reach.nothing', $report->findings[0]->code);
    }

    /**
     * @return list<array<string, mixed>>
     */
    private function phone(): array
    {
        return [
            Documents::one('calls', ['voice'], ['required' => true]),
            ['code' => 'gps', 'label' => 'GPS', 'kind' => 'flag'],
            [
                'code' => 'screen',
                'label' => 'Screen',
                'kind' => 'one',
                'required' => true,
                'values' => [
                    ['code' => 'basic', 'label' => 'Basic', 'allowedWhen' => ['option' => 'gps', 'is' => false]],
                    ['code' => 'colour', 'label' => 'Colour'],
                    ['code' => 'high', 'label' => 'High resolution'],
                ],
            ],
            [
                'code' => 'media',
                'label' => 'Media',
                'kind' => 'several',
                'values' => [
                    ['code' => 'camera', 'label' => 'Camera', 'allowedWhen' => ['option' => 'screen', 'is' => 'high']],
                    ['code' => 'mp3', 'label' => 'MP3'],
                ],
            ],
        ];
    }

    /**
     * @param list<array<string, mixed>> $options
     */
    private function report(array $options): Report
    {
        return Report::of(Documents::reach(['options' => $options]));
    }
}
