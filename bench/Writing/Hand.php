<?php

declare(strict_types=1);

namespace Ithrel\Bench\Writing;

use Facebook\WebDriver\Exception\StaleElementReferenceException;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverElement;
use Facebook\WebDriver\WebDriverKeys;

/**
 * A hand at mouse and keyboard that counts what it does, and how long a person would take for it.
 *
 * The time is that of the keystroke-level model (Card, Moran and Newell, "The keystroke-level model for user
 * performance time with interactive systems", Communications of the ACM 23, 1980): a key 0.28 s (average typist),
 * pointing 1.1 s, a button pressed and released 0.2 s, a hand moved between mouse and keys 0.4 s, a thought before each
 * act 1.35 s. The figures are from memory.
 */
final class Hand
{
    private const KEY = 0.28;
    private const POINT = 1.1;
    private const BUTTON = 0.2;
    private const HOME = 0.4;
    private const THOUGHT = 1.35;

    public int $clicks = 0;
    public int $keys = 0;
    public float $seconds = 0.0;
    private bool $atKeys = false;

    public function __construct(private readonly RemoteWebDriver $browser) {}

    public function click(string $xpath): void
    {
        $this->point();
        $this->seconds += self::THOUGHT;
        $this->on($xpath, function (WebDriverElement $element): void {
            $this->browser->executeScript('arguments[0].scrollIntoView({block: "center"})', [$element]);
            $element->click();
        });
    }

    /** Types into a field and leaves it by Enter. */
    public function write(string $xpath, string $text): void
    {
        $this->click($xpath);
        $this->type(mb_strlen($text) + 2);
        $this->on(
            $xpath,
            static fn(WebDriverElement $element) => $element->sendKeys(
                WebDriverKeys::CONTROL . 'a' . WebDriverKeys::NULL . $text . WebDriverKeys::ENTER,
            ),
        );
    }

    public function clear(string $xpath): void
    {
        $this->click($xpath);
        $this->type(3);
        $this->on(
            $xpath,
            static fn(WebDriverElement $element) => $element->sendKeys(
                WebDriverKeys::CONTROL . 'a' . WebDriverKeys::NULL . WebDriverKeys::DELETE . WebDriverKeys::ENTER,
            ),
        );
    }

    public function choose(string $xpath, string $value): void
    {
        $this->click($xpath);
        $this->point();
        $this->browser->executeScript(
            'arguments[0].value = arguments[1]; arguments[0].dispatchEvent(new Event("change", {bubbles: true}))',
            [$this->element($xpath), $value],
        );
    }

    /**
     * Pastes cells that stand in a spreadsheet; typing them there counts too.
     *
     * @param list<list<string>> $cells
     */
    public function paste(string $xpath, array $cells): void
    {
        foreach ($cells as $line) {
            foreach ($line as $cell) {
                $this->type(mb_strlen($cell) + 1, '' === $cell ? 0.0 : self::THOUGHT);
            }
        }
        // Chosen and copied there, pasted here.
        $this->point();
        $this->point();
        $this->type(4, self::THOUGHT);
        $this->click($xpath);
        $text = implode("\n", array_map(static fn(array $line): string => implode("\t", $line), $cells));
        $this->browser->executeScript(
            'const data = new DataTransfer(); data.setData("text/plain", arguments[1]); ' .
                'arguments[0].dispatchEvent(new ClipboardEvent("paste", {clipboardData: data, bubbles: true, ' .
                'cancelable: true}))',
            [$this->element($xpath), $text],
        );
    }

    /** Pastes text that was copied elsewhere into a field. */
    public function fill(string $xpath, string $text): void
    {
        $this->point();
        $this->point();
        $this->type(4, self::THOUGHT);
        $this->click($xpath);
        $this->browser->executeScript(
            'arguments[0].value = arguments[1]; arguments[0].dispatchEvent(new Event("input", {bubbles: true}))',
            [$this->element($xpath), $text],
        );
    }

    /** Waits until something stands on the page. */
    public function await(string $xpath): void
    {
        $this->element($xpath);
    }

    public function sees(string $xpath): bool
    {
        return [] !== $this->browser->findElements(WebDriverBy::xpath($xpath));
    }

    /**
     * Does something to an element, once more where it was just drawn anew.
     *
     * @param callable(WebDriverElement): mixed $do
     */
    private function on(string $xpath, callable $do): void
    {
        try {
            $do($this->element($xpath));
        } catch (StaleElementReferenceException) {
            $do($this->element($xpath));
        }
    }

    private function element(string $xpath): WebDriverElement
    {
        $end = microtime(true) + 10;
        while (true) {
            $found = $this->browser->findElements(WebDriverBy::xpath($xpath));
            if ([] !== $found) {
                return $found[0];
            }
            if (microtime(true) > $end) {
                throw new \RuntimeException('There is no ' . $xpath . ' at ' . $this->browser->getCurrentURL());
            }
            usleep(30_000);
        }
    }

    private function point(): void
    {
        ++$this->clicks;
        $this->seconds += self::POINT + self::BUTTON + ($this->atKeys ? self::HOME : 0.0);
        $this->atKeys = false;
    }

    private function type(int $keys, float $thought = 0.0): void
    {
        $this->keys += $keys;
        $this->seconds += $keys * self::KEY + $thought + ($this->atKeys ? 0.0 : self::HOME);
        $this->atKeys = true;
    }
}
