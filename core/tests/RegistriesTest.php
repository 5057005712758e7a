<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests;

use Ithrel\Core\Diagnosis\Diagnosis;
use Ithrel\Core\Diagnosis\Source;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Passes;
use Ithrel\Core\Limit\Type\InputType;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Reading\ChargeReader;
use Ithrel\Core\Setup\Reading\ConditionReader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * What is one class each is named where its like are listed: none is written and then never asked.
 */
final class RegistriesTest extends TestCase
{
    /**
     * @return iterable<string, array{class-string, string, list<class-string>}> what they are, their folder, the list
     */
    public static function registries(): iterable
    {
        yield 'kinds of input' => [
            InputType::class,
            'Limit/Type',
            array_values(array_filter(array_map(static fn(Kind $k): ?string => $k->type(), Kind::cases()))),
        ];
        yield 'charges' => [Charge::class, 'Setup/Charge', ChargeReader::KINDS];
        yield 'tests in conditions' => [Test::class, 'Setup/Condition', ConditionReader::TESTS];
        yield 'findings' => [
            Pass::class,
            'Finding/Pass',
            array_map(static fn(Pass $pass): string => $pass::class, Passes::all()),
        ];
        // Combinations come first: pairs, or some where those are too many.
        yield 'rules of the plan' => [
            Rule::class,
            'Plan/Rule',
            [Rule\Pairs::class, Rule\SomeCombinations::class, ...Purpose::RULES],
        ];
        yield 'ways in which a shop can have a setup otherwise' => [
            Source::class,
            'Diagnosis/Source',
            Diagnosis::SOURCES,
        ];
    }

    /**
     * @param class-string $kind
     * @param list<class-string> $listed
     */
    #[DataProvider('registries')]
    public function testEachClassIsListed(string $kind, string $folder, array $listed): void
    {
        $found = [];
        foreach (glob(dirname(__DIR__) . '/src/' . $folder . '/*.php') ?: [] as $file) {
            $class = 'Ithrel\\Core\\' . strtr($folder, '/', '\\') . '\\' . basename($file, '.php');
            if (is_subclass_of($class, $kind) && (new \ReflectionClass($class))->isInstantiable()) {
                $found[] = $class;
            }
        }
        sort($found);
        sort($listed);
        self::assertNotSame([], $found);
        self::assertSame($found, $listed);
    }
}
