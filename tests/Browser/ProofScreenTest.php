<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverKeys;

/** From the light table to one piece, mended there, and back. */
final class ProofScreenTest extends BrowserTestCase
{
    public function testAFaultIsFoundOnTheLightTableAndMendedInTheCellOfThePiece(): void
    {
        $rows = "Name\tHours\tCraft\tIssued\tRegister\tMail";
        for ($i = 1; $i <= 40; ++$i) {
            $name = 17 === $i ? str_repeat('Featherstonehaugh', 9) : (33 === $i ? 'Ottilie Brandvold-…' : "Volunteer $i");
            $rows .= "\n$name\t$i\tkettles\t2026-03-01\t$i\t";
        }
        $this->blank('Certificates to look at', 'tall-pin', $rows);
        $this->dropColumn('name', 0, -120);
        $this->settled();
        $this->clickOn('.station[href$="/proof"]');
        $this->sees('40 pieces', '.proof-head');
        $this->sees('2 to check', '#stations');

        // The worst first, behind those that are made up; by keys to the second, and large.
        $this->driver->executeScript('document.activeElement.blur()');
        $this->press(WebDriverKeys::ARROW_DOWN, WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_RIGHT);
        $focused = $this->driver->switchTo()->activeElement();
        self::assertStringContainsString('33', $focused->getText());

        // Several are selected by keys, and let go.
        $this->press(' ');
        $this->sees('Row 33', '#picked-says');
        (new WebDriverActions($this->driver))->keyDown(null, WebDriverKeys::SHIFT)->sendKeys(null, WebDriverKeys::ARROW_RIGHT)
            ->keyUp(null, WebDriverKeys::SHIFT)->perform();
        $this->sees('2 pieces: rows', '#picked-says');
        $this->press(WebDriverKeys::ESCAPE, WebDriverKeys::ARROW_LEFT, WebDriverKeys::ENTER);
        $this->sees('Row 33', '.proof-head');
        $this->sees('may have been cut off in the source', '.found');

        // The warning, then the next row that is to be looked at, and its mark on the piece.
        $this->press('.', '.');
        $this->sees('Row 17', '.proof-head');
        $this->sees('does not fit its frame', '.found');
        self::assertSame('1', $this->find('.found-mark b')->getText());

        // Mended in its cell; the table is up to date.
        $this->retype('#cells textarea[name="name"]', 'Bo Tansy' . WebDriverKeys::ENTER);
        $this->sees('No warnings', '.rule-panel');
        $this->sees('1 to check', '#stations');
        $this->driver->executeScript('document.activeElement.blur()');
        $this->press(WebDriverKeys::ESCAPE);
        $this->sees('40 pieces', '.proof-head');
        $this->find('.sift[href*="show=cut-off"]')->click();
        $this->sees('1 piece', '.proof-head');
        $this->sees('33', '.light');
    }
}
