<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Decimal\WrittenAmount;
use Ithrel\Core\Setup\Currency;

/**
 * The price that a page shows where no data of it is kept for machines: the amounts between the item's heading and the
 * form with which it is bought. One amount is the price, as a guess; of several it is not told which.
 */
final class PagePrice
{
    /** What stands beside the item, not of it. */
    private const BESIDE = ['aside', 'nav', 'header', 'footer', 'script', 'style', 'template', 'noscript', 'del', 's'];

    private bool $isReading = false;

    /** @var array<string, WrittenAmount> by what is written */
    private array $amounts = [];

    private function __construct(
        private readonly \DOMElement $heading,
        private readonly ?\DOMElement $form,
        private readonly int $minorUnits,
    ) {}

    public static function into(DraftSource $source, \DOMElement $heading, ?\DOMElement $form, int $minorUnits): void
    {
        if (isset($source->item['price'])) {
            return;
        }
        $page = new self($heading, $form, $minorUnits);
        $body = $heading->ownerDocument?->documentElement;
        if (null === $body || !$page->walk($body)) {
            return;
        }
        $different = [];
        foreach ($page->amounts as $text => $amount) {
            $different[(string) $amount->amount] ??= $text;
        }
        if (1 === count($different)) {
            $text = reset($different);
            $amount = $page->amounts[$text];
            $source->item['price'] = new Fact(
                (string) $amount->amount,
                sprintf('"%s", the only amount between the heading and the form', $text),
                false,
            );
            $source->currency ??=
                null === $amount->currency ? null : new Fact($amount->currency, sprintf('"%s"', $text), false);
        } elseif ([] !== $different) {
            $source->leave(
                'between the heading and the form',
                sprintf(
                    'Several amounts stand there (%s): which of them is the price is not told.',
                    implode(', ', array_slice($different, 0, 5)),
                ),
            );
        }
    }

    /**
     * @return bool whether the form was reached, or there is none, after the heading
     */
    private function walk(\DOMElement $element): bool
    {
        if ($element === $this->form) {
            return $this->isReading;
        }
        if ($element === $this->heading) {
            $this->isReading = true;

            return false;
        }
        if ($this->isReading && in_array($element->tagName, self::BESIDE, true)) {
            return false;
        }
        if ($this->isReading && 0 === $element->getElementsByTagName('*')->length) {
            $this->read(trim($element->textContent));
        } elseif ($this->isReading && !$this->holdsForm($element) && mb_strlen($element->textContent) < 80) {
            // An amount may be written in parts, as the number and its sign.
            $this->read(trim((string) preg_replace('/\s+/u', ' ', $element->textContent)));

            return false;
        }
        foreach ($element->childNodes as $child) {
            if ($child instanceof \DOMElement && $this->walk($child)) {
                return true;
            }
        }

        return $element === $element->ownerDocument?->documentElement && null === $this->form && $this->isReading;
    }

    private function holdsForm(\DOMElement $element): bool
    {
        return null !== $this->form &&
            null !== PageFields::closest($this->form, static fn(\DOMElement $e): bool => $e === $element);
    }

    private function read(string $text): void
    {
        $sign = '(?:\p{Sc}|zł|Kč|kr\.?|Ft|CHF|Fr\.|[A-Z]{3})';
        preg_match_all(
            '/(?<![\p{L}\p{N}])(?:' .
                $sign .
                '\s?\d[\d.,\x{A0}\x{202F}’\' ]*|\d[\d.,\x{A0}\x{202F}’\' ]*\s?' .
                $sign .
                '(?!\p{L}))/u',
            $text,
            $found,
        );
        foreach ($found[0] as $written) {
            $written = (string) preg_replace('/[\s.,\x{A0}]+$/u', '', $written);
            $amount = WrittenAmount::read($written, $this->minorUnits);
            // Three capitals behind a number are a currency only where they are one: "6 LED" is not.
            if (null !== $amount && null !== Currency::find($amount->currency ?? '')) {
                $this->amounts[$written] = $amount;
            }
        }
    }
}
