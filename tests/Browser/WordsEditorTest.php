<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** Words with columns in them, typed as people type: fast, slowly, over redraws and with a row flipped meanwhile. */
final class WordsEditorTest extends BrowserTestCase
{
    use WordsHands;

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
        $this->sees('“{tip}” is printed literally', '#results');
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
        $this->clickOn('.station[href$="/rows"]');
        $this->find('#grid');
        self::latency($this->driver, 0);
        $this->clickOn('.station[href$="/compose"]');
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
        // With an edit still on its way the browser would ask whether to leave.
        $this->settled();
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
}
