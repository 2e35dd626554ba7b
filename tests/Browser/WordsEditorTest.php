<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** Words with columns in them, typed as people type: fast, slowly, over redraws and with a row flipped meanwhile. */
final class WordsEditorTest extends BrowserTestCase
{
    private const ROWS = "Name\tTown\tHours\nNg\tNorthwater\t3\nOttilie Brandvold-Anning\tSlip\t41\nPip\tTidewick\t7";

    public function testANewTextTakesTypingAtOnceAndNoLetterIsACommand(): void
    {
        $this->blank('Typed at once', 'square', self::ROWS);
        // T is a command; all that follows are letters, though the server has not answered yet.
        self::latency($this->driver, 400);
        $this->type('tThe best person we met, row to hold');
        self::latency($this->driver, 0);
        $this->sees('The best person we met, row to hold', '#page');
        $this->settled();
        self::assertSame(['text'], $this->layers(), 'one layer, and none of the letters made another');

        // A second Escape lets the layer go; letters are commands again.
        $this->press(WebDriverKeys::ESCAPE);
        self::assertSame('box-text', $this->focused());
        $this->press(WebDriverKeys::ESCAPE);
        $this->eventually(
            fn (): bool => '' === $this->work('layer') ? true : throw new \RuntimeException('still selected'),
            'the layer is not let go',
        );
        $this->press('t');
        $this->find('#words-in-place');
        $this->type("two\nlines");
        $this->press(WebDriverKeys::ESCAPE);
        $this->settled();
        self::assertSame(['text', 'text-2'], $this->layers());
        self::assertSame([['words' => "two\nlines"]], $this->parts('text-2'));

        // By the button, and emptied again: a text without words is none.
        $this->find('#add-text')->click();
        $this->find('#words-in-place');
        $this->press(WebDriverKeys::BACKSPACE, WebDriverKeys::ESCAPE);
        $this->settled();
        self::assertSame(['text', 'text-2'], $this->layers());
    }

    public function testColumnsComeToTheCaretInEveryWayAndTypingGoesOnBehindThem(): void
    {
        $this->blank('Columns at the caret', 'square', self::ROWS);
        $this->type('tDear {');
        $this->sees('Name', '#column-offers');
        $this->type('na');
        $this->press(WebDriverKeys::ENTER);
        $this->type(' of {Town}, after ');
        $this->type('=ho');
        $this->press(WebDriverKeys::TAB);
        $this->type(' hours. 1 + 2 = 3');
        $this->settled();
        $this->sees('Dear Ng of Northwater, after 3 hours. 1 + 2 = 3', '#page');
        self::assertSame(
            ['Dear ', '{name}', ' of ', '{town}', ', after ', '{hours}', ' hours. 1 + 2 = 3'],
            $this->shown('text'),
        );

        // From the menu, twice: two columns, and the caret is behind both.
        $this->press(WebDriverKeys::END);
        $this->menu('#insert-column', 'A');
        $this->menu('#insert-column', 'B');
        $this->type('!');
        $this->settled();
        self::assertSame(['{hours}', ' hours. 1 + 2 = 3', '{name}', '{town}', '!'], \array_slice($this->shown('text'), -5));

        // From the row card: a double click puts one in, not two.
        (new WebDriverActions($this->driver))->doubleClick($this->find('#column-hours'))->perform();
        $this->type('?');
        $this->settled();
        self::assertSame(['!', '{hours}', '?'], \array_slice($this->shown('text'), -3));

        // Braces that name nothing are words, and said.
        $this->type(' {tip}');
        $this->press(WebDriverKeys::ESCAPE);
        $this->settled();
        self::assertSame(['{hours}', '? {tip}'], \array_slice($this->shown('text'), -2));
        $this->sees('“{tip}” is printed as it stands', '#results');
    }

    public function testKeysTheClipboardAndUndoWorkOnWordsAndColumnsAlike(): void
    {
        $this->blank('Keys in words', 'square', self::ROWS);
        $this->type('t{name} and {town}');
        $this->settled();
        // One line break wherever it is pressed, before a column too.
        $this->press(WebDriverKeys::HOME, WebDriverKeys::ENTER, WebDriverKeys::END, WebDriverKeys::ENTER);
        $this->type('end');
        $this->settled();
        self::assertSame(["\n", '{name}', ' and ', '{town}', "\nend"], $this->shown('text'));

        // Backspace takes a column whole; so does Delete from before it.
        $this->press(...array_fill(0, 4, WebDriverKeys::ARROW_LEFT));
        $this->press(WebDriverKeys::BACKSPACE);
        $this->settled();
        self::assertSame(["\n", '{name}', " and \nend"], $this->shown('text'));
        $this->chord(WebDriverKeys::CONTROL, WebDriverKeys::HOME);
        $this->press(WebDriverKeys::DELETE, WebDriverKeys::DELETE);
        $this->settled();
        self::assertSame([" and \nend"], $this->shown('text'));

        // Undo and redo go through what was done here, and through nothing else.
        $this->chord(WebDriverKeys::CONTROL, 'z');
        $this->settled();
        self::assertSame(['{name}', " and \nend"], $this->shown('text'));
        $this->chord(WebDriverKeys::CONTROL, 'z');
        $this->chord(WebDriverKeys::CONTROL, 'z');
        $this->settled();
        self::assertSame(["\n", '{name}', ' and ', '{town}', "\nend"], $this->shown('text'));
        $this->chord(WebDriverKeys::CONTROL, WebDriverKeys::SHIFT, 'z');
        $this->chord(WebDriverKeys::CONTROL, 'y');
        $this->settled();
        self::assertSame(['{name}', " and \nend"], $this->shown('text'));

        // Shift and arrows select over a column; it is cut and pasted as it is.
        $this->chord(WebDriverKeys::CONTROL, WebDriverKeys::HOME);
        $this->chord(WebDriverKeys::SHIFT, WebDriverKeys::ARROW_RIGHT);
        $this->chord(WebDriverKeys::CONTROL, 'x');
        $this->chord(WebDriverKeys::CONTROL, WebDriverKeys::END);
        $this->chord(WebDriverKeys::CONTROL, 'v');
        $this->type('.');
        $this->settled();
        self::assertSame([" and \nend", '{name}', '.'], $this->shown('text'));

        // What comes from elsewhere keeps its lines and loses its style; braces that name a column are that column.
        $this->driver->executeScript(
            'const carried = new DataTransfer(); carried.setData("text/plain", "one\r\ntwo {Hours}\r\n");' .
                'carried.setData("text/html", "<b style=\'color:red\'>one</b><br>two");' .
                'const more = {clipboardData: carried, bubbles: true, cancelable: true};' .
                'document.activeElement.dispatchEvent(new ClipboardEvent("paste", more))',
        );
        $this->press('x');
        $this->settled();
        self::assertSame([" and \nend", '{name}', ".one\ntwo ", '{hours}', 'x'], $this->shown('text'));
        self::assertSame([], $this->driver->findElements(WebDriverBy::cssSelector('#words-in-place b')));
        $this->press(WebDriverKeys::ESCAPE);
        $this->settled();

        // All that was typed in one go is one step back on the stage.
        $this->find('#undo')->click();
        $this->settled();
        self::assertSame([['words' => 'Text']], $this->parts('text'));
    }

    public function testWhatIsTypedIsDrawnWhileOneTypesAndNeverLost(): void
    {
        $this->blank('Never lost', 'square', self::ROWS);
        $this->type('tHello ');
        $this->press(WebDriverKeys::ESCAPE);
        $this->settled();
        $this->eventually(fn () => $this->find('#words')->click(), 'the words cannot be clicked');
        $this->press(WebDriverKeys::END);
        // Slowly: every letter is drawn, and the caret stays behind it.
        foreach (mb_str_split('dear friend') as $i => $letter) {
            $this->press($letter);
            usleep(220_000);
            if (0 === $i % 4) {
                $this->sees('Hello ' . mb_substr('dear friend', 0, $i + 1), '#page');
            }
        }
        $this->sees('Hello dear friend', '#page');
        // The row is flipped meanwhile.
        self::latency($this->driver, 300);
        $this->type(' {name}');
        $this->press(WebDriverKeys::PAGE_DOWN);
        $this->type(' of ');
        $this->press(WebDriverKeys::PAGE_DOWN);
        $this->type('{town}');
        $this->sees('Hello dear friend Pip of Tidewick', '#page');
        self::assertSame('3', $this->work('row'));
        self::latency($this->driver, 0);
        // The line is down while one types.
        self::offline($this->driver, true);
        $this->type(', offline');
        usleep(400_000);
        $this->sees('not saved', '#unsaved');
        self::offline($this->driver, false);
        $this->driver->executeScript('window.dispatchEvent(new Event("online"))');
        $this->sees('Hello dear friend Pip of Tidewick, offline', '#page');
        // The line was down on purpose.
        $this->driver->manage()->getLog('browser');
        // Another station, at once after the last key: no question, and no word is missing.
        $this->type(' and gone');
        self::latency($this->driver, 500);
        $this->find('.station[href$="/rows"]')->click();
        $this->find('#grid');
        self::latency($this->driver, 0);
        $this->find('.station[href$="/compose"]')->click();
        $this->sees('Hello dear friend Ng of Northwater, offline and gone', '#page');
        // The page is left or closed as quickly.
        $this->eventually(function (): bool {
            $this->find('#box-text')->click();
            $this->settled();

            return 'text' === $this->work('layer') ?: throw new \RuntimeException('not yet');
        }, 'the text cannot be selected');
        // A second press, on its handles, takes the focus away; Enter goes to the text that is selected.
        $this->driver->executeScript('document.activeElement.blur()');
        $this->press(WebDriverKeys::ENTER);
        $this->find('#words-in-place');
        $this->press(WebDriverKeys::END);
        $this->type(', for goo');
        $compose = $this->driver->getCurrentURL();
        // The last letter and the end of the page come sooner than a driver's two commands.
        $this->driver->executeScript(
            'document.activeElement.dispatchEvent(new InputEvent("beforeinput", ' .
            '{inputType: "insertText", data: "d", bubbles: true, cancelable: true})); location = "about:blank"',
        );
        $this->eventually(function () use ($compose): bool {
            $this->driver->get($compose);

            return str_contains($this->find('#page')->getText(), 'offline and gone, for good')
                ?: throw new \RuntimeException('not yet');
        }, 'the last words were lost with the page');
    }

    public function testADropSaysBeforehandWhatItDoes(): void
    {
        $this->blank('Drops', 'square', self::ROWS);
        $this->type('tmade by hand');
        $this->press(WebDriverKeys::ESCAPE);
        $this->settled();
        // In the words, where the pointer is: the caret shows the place.
        $box = $this->find('#box-text')->getSize();
        $ghost = $this->carry('#column-name', '#box-text', (int) (-0.42 * $box->getWidth()), 0, false);
        self::assertStringContainsString('instead of these words', $ghost, 'in the frame, off the words');
        $ghost = $this->carry('#column-name', '#box-text', 2, 0);
        self::assertStringContainsString('in the words here', $ghost);
        $this->settled();
        $shown = $this->shown('text');
        self::assertCount(3, $shown);
        self::assertSame(['made by hand', '{name}'], [$shown[0] . $shown[2], $shown[1]]);
        self::assertSame('words-in-place', $this->focused(), 'one types on behind it');
        $this->press(WebDriverKeys::ESCAPE);

        // On bare paper: a text of its own, as wide as its longest value needs.
        $ghost = $this->carry('#column-town', '#page', 0, 200);
        self::assertStringContainsString('new text here', $ghost);
        $this->find('#box-town');
        $this->settled();
        $this->sees('Row 1 fits at', '#results');

        // A picture frame takes no number, and says why.
        $this->menu('#add-picture', 'Placeholder');
        $this->find('#box-picture');
        $this->settled();
        $ghost = $this->carry('#column-hours', '#box-picture', 0, 60);
        self::assertStringContainsString('Hours is a number, so it cannot name a picture', $ghost);
        $this->settled();
        self::assertStringContainsString('not linked', (string) $this->find('#box-picture')->getAttribute('aria-label'));

        // A chip is moved by the mouse.
        $this->find('[data-box-select="text"]')->click();
        $this->settled();
        $chip = $this->find('#words .chip');
        (new WebDriverActions($this->driver))
            ->clickAndHold($chip)
            ->moveByOffset(10, 2)
            ->moveToElement($this->find('#words'), (int) ($this->find('#words')->getSize()->getWidth() / 2 - 12), 0)
            ->release()
            ->perform();
        $this->settled();
        self::assertSame(['made by hand', '{name}'], $this->shown('text'));
    }

    public function testFramesAreDrawnWhileALayerIsAdded(): void
    {
        $this->blank('Drawn frames', 'square', self::ROWS);
        $this->press('t');
        $this->find('#words-in-place');
        $paper = $this->find('#page');
        (new WebDriverActions($this->driver))
            ->moveToElement($paper, -180, -180)
            ->clickAndHold()
            ->moveByOffset(100, 30)
            ->moveByOffset(140, 50)
            ->release()
            ->perform();
        $this->type('drawn');
        $this->settled();
        $this->press(WebDriverKeys::ESCAPE);
        $this->settled();
        self::assertSame(['drawn'], $this->shown('text'));
        $dots = 1080 / $paper->getSize()->getWidth();
        $frame = $this->frame('text');
        self::assertEqualsWithDelta(240 * $dots, $frame['width'], 4);
        self::assertEqualsWithDelta(80 * $dots, $frame['height'], 4);
        // Shapes as well; a click instead of a drag lets it stand where it is.
        $this->press(WebDriverKeys::ESCAPE);
        $this->press('r');
        $this->find('#box-rectangle');
        $this->settled();
        (new WebDriverActions($this->driver))
            ->moveToElement($paper, 150, -200)
            ->clickAndHold()
            ->moveByOffset(30, 30)
            ->moveByOffset(30, 30)
            ->release()
            ->perform();
        $this->settled();
        usleep(200_000);
        $this->settled();
        self::assertEqualsWithDelta(60 * $dots, $this->frame('rectangle')['width'], 4);
    }

    public function testEscapeInAFieldOfTheRuleLineGivesTheKeysBack(): void
    {
        $this->blank('Escapes', 'square', self::ROWS);
        $this->type('tKeys');
        $this->press(WebDriverKeys::ESCAPE);
        $this->settled();
        $before = $this->find('#set-style-size')->getAttribute('value');
        $this->find('#set-style-size')->click();
        $this->press('9', WebDriverKeys::ESCAPE);
        self::assertSame('box-text', $this->focused());
        self::assertSame($before, $this->find('#set-style-size')->getAttribute('value'), 'what was not entered is left');
        $this->press('r');
        $this->find('#box-rectangle');
    }

    public function testTheSameEditorIsInMailsFileNamesAndPosts(): void
    {
        $this->blank('Everywhere', 'square', self::ROWS);
        $path = (string) parse_url($this->driver->getCurrentURL(), \PHP_URL_PATH);
        $base = substr($path, 0, (int) strrpos($path, '/'));
        foreach (['press' => 'name-words', 'deliver/mail' => 'message-words', 'deliver/calendar' => 'words-words'] as $page => $id) {
            $this->open("$base/$page");
            $this->driver->executeScript('const name = document.getElementById("each"); if (name) name.hidden = false');
            $this->find("#$id");
            $this->settled();
            $this->driver->executeScript('document.getElementById(arguments[0]).focus()', [$id]);
            $this->chord(WebDriverKeys::CONTROL, 'a');
            $this->type('For {');
            $this->sees('Town', '#column-offers');
            $this->type('tow');
            $this->press(WebDriverKeys::ENTER);
            $this->type('!');
            usleep(250_000);
            self::assertSame(
                ['For ', '{town}', '!'],
                array_map(
                    static fn (array $part): string => $part['words'] ?? "{{$part['column']}}",
                    json_decode((string) $this->driver->executeScript(
                        'return document.getElementById(document.getElementById(arguments[0]).dataset.field).value',
                        [$id],
                    ), true),
                ),
                $page,
            );
        }
    }

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
