<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Brick\Math\Exception\MathException;
use Ithrel\Core\Diff\Meaning;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Condition\SpokenOptions;
use Ithrel\Core\Setup\Reading\ConditionReader;
use Ithrel\Core\Setup\SchemaPlace;
use Ithrel\Core\Words\ConditionWords;

/**
 * The conditions and charges of a document in words, as far as they can be told: the document is still being written,
 * and need not be readable as a whole.
 */
final readonly class Sentences
{
    private SpokenOptions $options;
    private ConditionWords $words;

    public function __construct(private Place $document, private Today $today)
    {
        $options = OptionNames::of($document);
        $this->options = new SpokenOptions($options);
        $this->words = new ConditionWords($options);
    }

    /**
     * @return iterable<string, Sentence> by JSON Pointer; what cannot be told is left out
     */
    public function all(): iterable
    {
        foreach ($this->document->objects('options') as $option) {
            yield from $this->condition($option, 'shownWhen');
            yield from self::chargeOf($option);
            yield from self::chargeOf($option->object('yes'));
            foreach ($option->objects('values') as $value) {
                yield from $this->condition($value, 'allowedWhen');
                yield from self::chargeOf($value);
            }
        }
        foreach ($this->document->places('charges') as $i => $charge) {
            if ($charge instanceof Place) {
                yield from $this->condition($charge, 'when');
                $charge = $charge->without('id', 'label', 'when');
            }
            yield $this->document->at('charges') . '/' . $i => self::ofCharge($charge);
        }
        foreach ($this->document->objects('guards') as $guard) {
            yield from $this->condition($guard, 'never');
            yield from $this->condition($guard, 'always');
        }
    }

    public static function ofCharge(Place|string|int $charge): Sentence
    {
        return new Sentence(ChargeSentence::say($charge), ChargeSentence::write($charge));
    }

    /** Null where it cannot be told. */
    public function ofCondition(Place $condition): ?Sentence
    {
        $reading = new Reading($this->today);
        try {
            $read = (new ConditionReader($reading))->read($condition);
        } catch (MathException | \LogicException) {
            // The schema would not let it through: a bound that is no number, a test that there is not.
            return null;
        }
        if ([] !== $reading->problems) {
            return null;
        }
        $said = $this->words->of($read);

        return new Sentence($said, $this->isReadBack($said, $condition) ? $said : null);
    }

    /**
     * The condition that a sentence says, as it stands in a document.
     *
     * @return array<string, mixed>
     *
     * @throws UnreadableDocument with what was expected, and where in the sentence
     */
    public function read(string $sentence): array
    {
        return ConditionSentence::read($this->options, $sentence);
    }

    private function isReadBack(string $said, Place $condition): bool
    {
        $meaning = new Meaning(0);
        try {
            $back = json_decode(json_encode($this->read($said), JSON_THROW_ON_ERROR));

            // Where charges ask, every test of a condition may stand.
            $place = SchemaPlace::ofDefinition('chargeCondition');

            return Meaning::isSame($meaning->of($back, $place), $meaning->of($condition->plain(), $place));
        } catch (UnreadableDocument) {
            return false;
        }
    }

    /**
     * @return iterable<string, Sentence>
     */
    private function condition(Place $of, string $key): iterable
    {
        $sentence = $of->has($key) ? $this->ofCondition($of->object($key)) : null;
        if (null !== $sentence) {
            yield $of->at($key) => $sentence;
        }
    }

    /**
     * @return iterable<string, Sentence>
     */
    private static function chargeOf(Place $of): iterable
    {
        $charge = $of->place('charge');
        if ('' !== $charge) {
            yield $of->at('charge') => self::ofCharge($charge);
        }
    }
}
