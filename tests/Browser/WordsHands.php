<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverKeys;

/** Hands on words with columns. */
trait WordsHands
{
    private const ROWS = "Name\tTown\tHours\nNg\tNorthwater\t3\nOttilie Brandvold-Anning\tSlip\t41\nPip\tTidewick\t7";

    private function type(string $words): void
    {
        $actions = new WebDriverActions($this->driver);
        foreach (mb_str_split($words) as $letter) {
            $actions->sendKeys(null, "\n" === $letter ? WebDriverKeys::ENTER : $letter);
        }
        $actions->perform();
    }

    private function chord(string ...$keys): void
    {
        $actions = new WebDriverActions($this->driver);
        $held = \array_slice($keys, 0, -1);
        array_map(static fn (string $key) => $actions->keyDown(null, $key), $held);
        $actions->sendKeys(null, $keys[\count($keys) - 1]);
        array_map(static fn (string $key) => $actions->keyUp(null, $key), $held);
        $actions->perform();
    }

    /** Takes a column up and holds it over a place; what it says there. */
    private function carry(string $what, string $onto, int $dx, int $dy, bool $drop = true): string
    {
        (new WebDriverActions($this->driver))
            ->clickAndHold($this->find($what))
            ->moveByOffset(30, 6)
            ->moveToElement($this->find($onto), $dx, $dy)
            ->moveByOffset(1, 0)
            ->perform();
        usleep(400_000);
        (new WebDriverActions($this->driver))->moveByOffset(-1, 0)->perform();
        $says = (string) $this->find('.ghost')->getText();
        if (!$drop) {
            $this->press(WebDriverKeys::ESCAPE);
        }
        (new WebDriverActions($this->driver))->release()->perform();

        return $says;
    }

    private function focused(): string
    {
        return (string) $this->driver->executeScript('return document.activeElement.id');
    }

    private function work(string $what): string
    {
        return (string) $this->driver->executeScript('return document.getElementById("work").dataset[arguments[0]]', [$what]);
    }

    /** @return list<string> ids, as they lie */
    private function layers(): array
    {
        /** @var list<string> $ids */
        $ids = $this->driver->executeScript('return [...document.querySelectorAll(".box")].map((box) => box.dataset.box)');

        return $ids;
    }

    /** @return array<string, float> */
    private function frame(string $layer): array
    {
        return json_decode((string) $this->find("#box-$layer")->getAttribute('data-frame'), true);
    }

    /** @return list<array<string, string>> what the server has, by the page it drew */
    private function parts(string $layer): array
    {
        usleep(250_000);
        $this->settled();

        return json_decode((string) ($this->find("#box-$layer")->getAttribute('data-text') ?? '{}'), true)['parts'] ?? [];
    }

    /** @return list<string> words, and keys in braces */
    private function shown(string $layer): array
    {
        return array_map(
            static fn (array $part): string => $part['words'] ?? "{{$part['column']}}",
            $this->parts($layer),
        );
    }
}
