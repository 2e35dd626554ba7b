<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** Parts of a text in their own style, colours from the stage, zoom, guides, history, two windows. */
final class FinerWorkTest extends BrowserTestCase
{
    public function testAPartOfATextGetsItsOwnStyle(): void
    {
        $this->project('Claim tags');
        $this->open((string) parse_url($this->driver->getCurrentURL(), \PHP_URL_PATH) . '?layer=owner');
        $this->find('#words')->click();
        // Mark the word "for" before the column, and make it bold and larger.
        $this->driver->executeScript(
            'const w = document.getElementById("words"); w.focus(); const r = document.createRange(); ' .
            'r.setStart(w.firstChild, 0); r.setEnd(w.firstChild, 3); getSelection().removeAllRanges(); ' .
            'getSelection().addRange(r)',
        );
        usleep(100_000);
        $this->find('[data-mark-set="bold"]')->click();
        $this->settled();
        $this->eventually(
            fn (): bool => str_contains($this->markup('owner'), 'font-weight="700"') ?:
            throw new \RuntimeException($this->markup('owner')),
            'nothing is bold',
        );
        self::assertSame(1, substr_count($this->markup('owner'), 'font-weight="700"'), 'only the part is bold');
        $this->driver->navigate()->refresh();
        $this->find('#words [data-mark]');
        self::assertStringContainsString('font-weight="700"', $this->markup('owner'));
        $this->find('#undo')->click();
        $this->settled();
        self::assertStringNotContainsString('font-weight="700"', $this->markup('owner'));
    }

    public function testAColourIsTakenFromTheStageAndKeptAsASwatch(): void
    {
        $this->project('Fix it before winter');
        $this->open((string) parse_url($this->driver->getCurrentURL(), \PHP_URL_PATH) . '?layer=why');
        $this->find('[data-pipette="set-style-colour"]')->click();
        $this->find('#pick-stage')->click();
        $this->find('body.picking');
        $this->driver->executeScript(
            'const t = document.querySelector("#layer-series text").getBoundingClientRect(); ' .
            'document.elementFromPoint(t.x + 6, t.y + t.height / 2).dispatchEvent(new MouseEvent("click", ' .
            '{bubbles: true, clientX: t.x + 6, clientY: t.y + t.height / 2}))',
        );
        $this->eventually(
            fn (): bool => str_contains($this->markup('why'), '#A8391D') ?: throw new \RuntimeException($this->markup('why')),
            'the colour was not taken',
        );
        $this->find('[data-pipette="set-style-colour"]')->click();
        $this->find('#keep-swatch')->click();
        $this->eventually(
            fn (): bool => str_contains((string) $this->find('#work')->getAttribute('data-swatches'), '#A8391D') ?:
            throw new \RuntimeException('not kept'),
            'the swatch is not kept',
        );
        for ($i = 0; $i < 2; ++$i) {
            $this->find('#undo')->click();
            $this->settled();
        }
        self::assertStringNotContainsString('#A8391D', $this->markup('why'));
    }

    public function testZoomGoesInOutAndBackAndOutlivesEdits(): void
    {
        $this->project('Mending certificates');
        $width = fn (): int => (int) $this->driver->executeScript(
            'return Math.round(document.getElementById("page").getBoundingClientRect().width)',
        );
        $fit = $width();
        $this->driver->executeScript('document.activeElement.blur()');
        $this->press('+', '+');
        self::assertGreaterThan($fit * 1.2, $width());
        $zoomed = $width();
        $this->press(WebDriverKeys::PAGE_DOWN);
        $this->sees('Ng', '#page');
        self::assertSame($zoomed, $width());
        $this->press('0');
        self::assertSame($fit, $width());
        $this->find('#box-date')->click();
        $this->sees('Date', '#rule-title');
        $this->driver->executeScript('document.activeElement.blur()');
        $this->press('9');
        self::assertGreaterThan($fit * 2, $width());
        $this->press('0');
    }

    public function testMarginAndGuidesAreSeenAndSnappedTo(): void
    {
        $this->project('Fix it before winter');
        $this->retype('#set-safeMargin', '60');
        $this->find('.aid.margin');
        $this->retype('#guide-upright', '200');
        $this->find('.aid.guide');
        // Dragged to within a few pixels of the guide, the layer's edge takes it.
        $box = $this->find('#box-why');
        $unit = (float) $this->driver->executeScript(
            'return document.getElementById("page").getBoundingClientRect().width / 1080',
        );
        (new WebDriverActions($this->driver))
            ->clickAndHold($box)
            ->moveByOffset((int) (60 * $unit), 0)
            ->moveByOffset((int) (116 * $unit) - (int) (60 * $unit) + 3, 0)
            ->release()
            ->perform();
        $this->settled();
        $this->eventually(function (): bool {
            $frame = json_decode((string) $this->find('#box-why')->getAttribute('data-frame'), true);

            return abs($frame['x'] - 200) < 0.6 ? true : throw new \RuntimeException("x is {$frame['x']}");
        }, 'the edge did not snap to the guide');
        for ($i = 0; $i < 3; ++$i) {
            $this->find('#undo')->click();
            $this->settled();
        }
        self::assertSame([], $this->driver->findElements(WebDriverBy::cssSelector('.aid')));
    }

    public function testTwoWindowsDoNotOverwriteOneAnotherUnnoticed(): void
    {
        $this->project('Mending certificates');
        $path = (string) parse_url($this->driver->getCurrentURL(), \PHP_URL_PATH);
        $this->open("$path?layer=recipient");
        $this->find('#set-style-size');
        $first = $this->driver->getWindowHandle();
        $this->driver->switchTo()->newWindow();
        $this->open("$path?layer=recipient");
        $this->retype('#set-style-size', '30');
        $this->sees('fits at 30 pt', '#results');
        $this->driver->switchTo()->window($first);
        $this->retype('#set-style-size', '50');
        $this->sees('changed in another window', '#notices');
        $this->sees('fits at 30 pt', '#results');
        $this->find('#undo')->click();
        $this->sees('fits at 44 pt', '#results');
    }

    public function testHistoryGoesBackToAPictureOfTheDesign(): void
    {
        $this->project('Claim tags');
        $path = (string) parse_url($this->driver->getCurrentURL(), \PHP_URL_PATH);
        $this->open("$path?layer=item");
        $this->font('Caveat');
        $this->button('History')->click();
        $this->sees('Item: font changed');
        $cards = $this->driver->findElements(WebDriverBy::xpath("//li[contains(., 'Started')]//button"));
        $cards[0]->click();
        $this->sees('Back to version 0');
        self::assertStringContainsString('Bitter', $this->markup('item'));
    }

    private function markup(string $layer): string
    {
        $this->settled();

        return (string) $this->driver->executeScript(
            'return document.getElementById("layer-" + arguments[0])?.outerHTML ?? ""',
            [$layer],
        );
    }
}
