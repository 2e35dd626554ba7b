<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use PHPUnit\Framework\Attributes\DataProvider;

/** One's own edits in any quick succession never conflict, however far away the server is. */
final class QuickEditsTest extends BrowserTestCase
{
    use GridHands;

    private const ROWS = 12;
    private const ROUNDS = 10;

    /** @return iterable<string, array{int}> milliseconds to the server */
    public static function distances(): iterable
    {
        yield 'near' => [50];
        yield 'far' => [800];
    }

    #[DataProvider('distances')]
    public function testFiftyEditsOfATableWithoutWaiting(int $latency): void
    {
        $this->table();
        /** @var list<int> $order ids, as the rows are to stand in the end */
        $order = $this->order();
        $cells = array_combine($order, $this->cells('name', 'town'));
        self::latency($this->driver, $latency);
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $id = $order[3 + ((5 * $round) % (self::ROWS - 3))];
            // A cell is typed in, and its row goes down.
            $this->at($id, 'name');
            $this->keys("name $round", WebDriverKeys::ENTER);
            $cells[$id][0] = "name $round";
            $this->at($id, 'name');
            (new WebDriverActions($this->driver))
                ->keyDown(null, WebDriverKeys::ALT)
                ->sendKeys(null, WebDriverKeys::ARROW_DOWN)
                ->keyUp(null, WebDriverKeys::ALT)
                ->perform();
            $at = (int) array_search($id, $order, true);
            if ($at < self::ROWS - 1) {
                array_splice($order, $at, 2, [$order[$at + 1], $id]);
            }
            // Words go into a cell and from there into the one below it.
            [$from, $below] = $order;
            $this->at($from, 'town');
            $this->keys("town $round", WebDriverKeys::ENTER);
            $cells[$from][1] = "town $round";
            $this->at($from, 'town', $below);
            (new WebDriverActions($this->driver))
                ->keyDown(null, WebDriverKeys::CONTROL)
                ->sendKeys(null, 'd')
                ->keyUp(null, WebDriverKeys::CONTROL)
                ->perform();
            $cells[$below][1] = $cells[$from][1];
            // Another cell is emptied, and a row left out or included.
            $this->at($id, 'town');
            $this->keys(WebDriverKeys::DELETE);
            $cells[$id][1] = '';
            $this->driver->executeScript(
                'document.querySelector(`[data-act="${arguments[0]}"]`).click()',
                [0 === $round % 2 ? 'off' : 'on'],
            );
        }
        $this->eventuallySaved();
        self::latency($this->driver, 0);
        self::assertSame([], $this->refusals(), 'nobody was in the way');
        $this->driver->navigate()->refresh();
        $this->ready();
        self::assertSame($order, $this->order(), 'rows are where they were put');
        self::assertSame(array_map(static fn (int $id): array => $cells[$id], $order), $this->cells('name', 'town'));
    }

    #[DataProvider('distances')]
    public function testFiftyEditsOfADesignWithoutWaiting(int $latency): void
    {
        $this->blank('Quick design ' . $latency, 'square', "Name\tTown\nNg\tNorthwater\nPip\tSlip");
        $this->press('t');
        $this->find('#words-in-place');
        $this->press('x', WebDriverKeys::ESCAPE);
        $this->settled();
        $this->driver->executeScript('document.getElementById("box-text").focus()');
        $before = $this->frame();
        self::latency($this->driver, $latency);
        $set = fn (string $field, string $value) => $this->driver->executeScript(
            'const e = document.getElementById(arguments[0]); e.value = arguments[1]; ' .
                'e.dispatchEvent(new Event("change", {bubbles: true}))',
            [$field, $value],
        );
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            // Controls of the rule line, steps by arrows, words, and a row flipped between them.
            $set('set-style-colour', \sprintf('#%06x', 0x102030 + $round));
            $set('set-opacity', (string) (90 - $round));
            $this->driver->executeScript('document.getElementById("box-text").focus()');
            $this->press(WebDriverKeys::ARROW_RIGHT);
            $set('set-style-align', 0 === $round % 2 ? 'left' : 'right');
            $this->press(0 === $round % 2 ? WebDriverKeys::PAGE_DOWN : WebDriverKeys::PAGE_UP);
        }
        $this->driver->executeScript('document.getElementById("words").focus()');
        $this->press(WebDriverKeys::END);
        $this->keys(...mb_str_split(' and so on'));
        $this->eventuallySaved();
        usleep(400_000);
        $this->eventuallySaved();
        self::latency($this->driver, 0);
        self::assertSame([], $this->refusals());
        $this->driver->navigate()->refresh();
        $this->find('#box-text')->click();
        $this->find('#set-style-colour');
        $this->settled();
        self::assertSame(\sprintf('#%06x', 0x102030 + self::ROUNDS - 1), $this->find('#set-style-colour')->getAttribute('value'));
        self::assertSame((string) (91 - self::ROUNDS), $this->find('#set-opacity')->getAttribute('value'));
        self::assertSame('right', $this->find('#set-style-align')->getAttribute('value'));
        self::assertEqualsWithDelta($before + self::ROUNDS, $this->frame(), 0.1, 'all steps were made');
        $this->sees('x and so on', '#page');
    }

    #[DataProvider('distances')]
    public function testCellsBesideAPieceOneAfterTheOther(int $latency): void
    {
        $this->table();
        $this->open((string) preg_replace('~/rows.*~', '/proof/1', (string) parse_url($this->driver->getCurrentURL(), \PHP_URL_PATH)));
        $this->find('#cells');
        self::latency($this->driver, $latency);
        $this->driver->executeScript('document.querySelector("#cells [name=name]").focus()');
        foreach (['first', 'second', 'third'] as $words) {
            // The same cell again and again, and the next one, by Tab.
            $this->chord('a');
            $this->keys(...mb_str_split($words));
            $this->keys(WebDriverKeys::TAB);
            $this->chord('a');
            $this->keys(...mb_str_split("$words town"));
            (new WebDriverActions($this->driver))
                ->keyDown(null, WebDriverKeys::SHIFT)
                ->sendKeys(null, WebDriverKeys::TAB)
                ->keyUp(null, WebDriverKeys::SHIFT)
                ->perform();
        }
        $this->eventuallySaved();
        self::latency($this->driver, 0);
        self::assertStringNotContainsString('not taken', $this->find('#cells-say')->getText());
        $this->driver->navigate()->refresh();
        $this->find('#cells');
        self::assertSame('third', $this->find('#cells [name=name]')->getAttribute('value'));
        self::assertSame('third town', $this->find('#cells [name=town]')->getAttribute('value'));
    }

    private function table(): void
    {
        $this->signIn();
        $this->button('Numbered tag, 90 × 50 mm')->click();
        $this->sees('Import rows');
        $lines = array_map(static fn (int $i): string => "n$i,t$i", range(1, self::ROWS));
        $this->upload('#table-file', 'rows.csv', "Name,Town\n" . implode("\n", $lines));
        $this->takeOver(true);
        $this->ready();
    }

    /** @return list<int> ids of the rows as they are shown */
    private function order(): array
    {
        /** @var list<int> $ids */
        $ids = $this->driver->executeScript('return Tabulator.findTable("#grid")[0].getRows("active").map((row) => row.getData()._id)');

        return $ids;
    }

    /** Selects a cell, or those down to another of its column. */
    private function at(int $id, string $key, ?int $to = null): void
    {
        $this->driver->executeScript(
            'const t = Tabulator.findTable("#grid")[0]; const [key, from, to] = arguments; ' .
                't.getRanges()[0].setBounds(t.getRow(from).getCell(key), t.getRow(to).getCell(key)); ' .
                'document.querySelector("#grid .tabulator-tableholder").focus()',
            [$key, $id, $to ?? $id],
        );
    }

    private function keys(string ...$keys): void
    {
        $actions = new WebDriverActions($this->driver);
        array_map(static fn (string $key) => $actions->sendKeys(null, $key), $keys);
        $actions->perform();
    }

    private function chord(string $key): void
    {
        (new WebDriverActions($this->driver))
            ->keyDown(null, WebDriverKeys::CONTROL)
            ->sendKeys(null, $key)
            ->keyUp(null, WebDriverKeys::CONTROL)
            ->perform();
    }

    private function frame(): float
    {
        return json_decode((string) $this->find('#box-text')->getAttribute('data-frame'), true)['x'];
    }

    private function eventuallySaved(): void
    {
        $deadline = microtime(true) + 120;
        while ($this->driver->executeScript('return document.body.hasAttribute("data-saving")') && microtime(true) < $deadline) {
            usleep(100_000);
        }
        $this->settled();
    }

    /** @return list<string> what was said to have gone wrong */
    private function refusals(): array
    {
        return array_values(array_map(
            static fn ($notice): string => $notice->getText(),
            $this->driver->findElements(WebDriverBy::cssSelector('#notices .bad, #unsaved')),
        ));
    }
}
