<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverKeys;

/** Columns that are dropped, frames that are drawn. */
final class DropsAndFramesTest extends BrowserTestCase
{
    use WordsHands;

    public function testADropSaysBeforehandWhatItDoes(): void
    {
        $this->blank('Drops', 'square', self::ROWS);
        $this->type('tmade by hand');
        $this->press(WebDriverKeys::ESCAPE);
        $this->settled();
        // In the words, where the pointer is: the caret shows the place.
        $box = $this->find('#box-text')->getSize();
        $ghost = $this->carry('#column-name', '#box-text', (int) (-0.42 * $box->getWidth()), 0, false);
        self::assertStringContainsString('replaces this text', $ghost, 'in the frame, off the words');
        $ghost = $this->carry('#column-name', '#box-text', 2, 0);
        self::assertStringContainsString('in this text, here', $ghost);
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
        self::assertStringContainsString('Hours holds numbers, so it cannot name a picture', $ghost);
        $this->settled();
        self::assertStringContainsString('not linked', (string) $this->find('#box-picture')->getAttribute('aria-label'));

        // A chip is moved by the mouse.
        $this->find('[data-box-select="text"]')->click();
        $this->settled();
        $chip = $this->find('#words .chip');
        // The list of layers is below: the panel is scrolled.
        $this->driver->executeScript('arguments[0].scrollIntoView({block: "center"})', [$chip]);
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
}
