<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

final class ComposeScreenTest extends BrowserTestCase
{
    public function testTheRuleLineIsWorkedThroughAndTakenBack(): void
    {
        $this->project('Mending certificates');
        $this->find('#box-recipient')->click();
        $this->sees('Row 1 fits at 44 pt.', '#results');
        $this->sees('Widest is row 3, at 30.4 pt on 2 lines.', '#results');

        $this->retype('#set-style-size', '60');
        $this->sees('Row 1 shrinks to 5', '#results');
        $this->font('Caveat');
        self::assertStringContainsString('font-family="Caveat"', $this->markup());
        $this->choose('#set-fit-mode', 'keep');
        $this->sees('Too long: keeps its size', '.rule');
        $this->choose('#set-empty', 'hide');
        $this->sees('Empty: hides', '.rule');
        $this->choose('#set-style-align', 'right');

        // Undo all of it, over a reload; then do one again.
        $this->driver->navigate()->refresh();
        $this->find('#board');
        for ($i = 0; $i < 5; ++$i) {
            $this->driver->executeScript('document.activeElement.blur()');
            (new WebDriverActions($this->driver))
                ->keyDown(null, WebDriverKeys::CONTROL)
                ->sendKeys(null, 'z')
                ->keyUp(null, WebDriverKeys::CONTROL)
                ->perform();
            $this->sees('Undone:', '#notices');
            $this->settled();
            $this->driver->executeScript('document.querySelectorAll(".notice").forEach(n => n.remove())');
        }
        $this->sees('Row 1 fits at 44 pt.', '#results');
        self::assertStringContainsString('font-family="Lora"', $this->markup());
        $this->find('#redo')->click();
        $this->sees('Row 1 shrinks to', '#results');
        $this->find('#undo')->click();
        $this->sees('Row 1 fits at 44 pt.', '#results');
    }

    public function testWordsAreTypedWithColumnsBetweenAndShownAsPicked(): void
    {
        $this->project('Claim tags');
        // The lowest layer of the list, at the foot of the panel: its rule line is seen from its beginning.
        $list = $this->driver->findElements(WebDriverBy::cssSelector('[data-box-select]'));
        $list[\count($list) - 1]->click();
        $this->find('#rule-title');
        $this->settled();
        self::assertSame(0, (int) $this->driver->executeScript('return document.querySelector(".rule-panel").scrollTop'));
        $this->find('[data-box-select="owner"]')->click();
        $words = $this->find('#words');
        $words->click();
        $this->press(WebDriverKeys::END, ', from ');
        $this->menu('#insert-column', 'D Received');
        $this->sees('for Ottilie Brandvold-Anning, from 2026-10-01', '#page');

        $this->find('#words .chip:last-of-type')->sendKeys(WebDriverKeys::ENTER);
        $this->choose('#chip-shown', 'date-long');
        $this->button('Apply format')->click();
        $this->sees('for Ottilie Brandvold-Anning, from 1 October 2026', '#page');
        $this->sees('Owner', '#rule-title');

        // A brace typed by hand is a brace, not a broken pattern.
        $this->find('#words')->click();
        $this->press(WebDriverKeys::END, ' {', WebDriverKeys::ESCAPE);
        $this->sees('from 1 October 2026 {', '#page');
    }

    public function testAColumnDroppedOnTheBarePageMakesAPlaceholder(): void
    {
        $this->project('Fix it before winter');
        $before = \count($this->driver->findElements(WebDriverBy::cssSelector('.box')));
        (new WebDriverActions($this->driver))
            ->clickAndHold($this->find('#column-tool'))
            ->moveByOffset(50, 0)
            ->moveToElement($this->find('#page'), 0, -240)
            ->release()
            ->perform();
        $this->sees('Tool', '#rule-title');
        self::assertCount($before + 1, $this->driver->findElements(WebDriverBy::cssSelector('.box')));
        $this->press(WebDriverKeys::DELETE);
        $this->sees('Placeholders', '.rule-panel');
    }

    private function markup(): string
    {
        $this->settled();

        return (string) $this->driver->executeScript('return document.getElementById("layer-recipient").outerHTML');
    }
}
