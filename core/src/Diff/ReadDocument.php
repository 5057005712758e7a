<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;

/**
 * A setup document as it was read, beside its text.
 */
final readonly class ReadDocument
{
    private function __construct(private Reader $reader, private string $text, public Setup $setup) {}

    /**
     * @throws UnreadableDocument
     */
    public static function of(Reader $reader, string $text, Today $today): self
    {
        return new self($reader, $text, $reader->read($text, $today));
    }

    /**
     * What it means, as Meaning has it.
     *
     * @return array<array-key, mixed>
     */
    public function meaning(): array
    {
        $meaning = (new Meaning($this->setup->currency->minorUnits))->ofDocument($this->decoded());

        return is_array($meaning) ? $meaning : [];
    }

    /**
     * The same setup with the values of some severals in the order of another one, so that both can be walked side by
     * side. What can be selected and what it costs stay the same.
     *
     * @param list<string> $crossed codes of the severals
     */
    public function inLineWith(Setup $other, array $crossed): Setup
    {
        $document = $this->decoded();
        foreach (is_array($document->options ?? null) ? $document->options : [] as $option) {
            if (
                !($option instanceof \stdClass) ||
                !in_array($option->code ?? null, $crossed, true) ||
                !is_array($option->values ?? null)
            ) {
                continue;
            }
            $order = array_flip(
                Alignment::codes($other->option($option->code) ?? throw new \LogicException('The option is in both.')),
            );
            $rank = static fn(mixed $v): int => $v instanceof \stdClass && is_string($v->code ?? null)
                ? $order[$v->code] ?? -1
                : -1;
            $common = array_values(array_filter($option->values, static fn(mixed $v): bool => $rank($v) >= 0));
            usort($common, static fn(mixed $a, mixed $b): int => $rank($a) <=> $rank($b));
            $option->values = array_map(static function (mixed $v) use ($rank, &$common): mixed {
                return $rank($v) >= 0 ? array_shift($common) : $v;
            }, $option->values);
        }

        return $this->reader->read(
            json_encode($document, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
            $this->setup->today,
        );
    }

    private function decoded(): \stdClass
    {
        $document = JsonText::decode($this->text);

        return $document instanceof \stdClass
            ? $document
            : throw new \LogicException('A document that was read is an object.');
    }
}
