<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverKeys;
use Morphea\Tests\Tools;

/** Designs built from a blank page: one with the mouse, one without. What is exported stands where the stage showed it. */
final class BuildByHandTest extends BrowserTestCase
{
    public function testATipCardBuiltWithTheMouse(): void
    {
        $this->blank(
            'Mouse-made tips',
            'square',
            "Tip\tWhy\nOil the hinge\tA drop of oil now saves a pin.\nBleed the radiators\tAir in the top is heat you pay for.",
        );

        // A shape for the ground: dragged to the corner, sized over the page, coloured.
        $this->menu('#add-shape', 'Rectangle');
        $this->find('#box-rectangle');
        $page = $this->find('#page')->getSize();
        $unit = $page->getWidth() / 1080;
        $this->drag($this->find('#box-rectangle'), -324 * $unit, -324 * $unit);
        $this->near(['x' => 0, 'y' => 0], 'rectangle', 1.5);
        $this->drag($this->handle('se'), 648 * $unit, 648 * $unit);
        $this->near(['x' => 0, 'y' => 0, 'width' => 1080, 'height' => 1080], 'rectangle', 2.5);
        $this->choose('#set-fill', '#1f3a33');
        self::assertStringContainsString('#1F3A33', $this->markup('rectangle'));

        // Two columns dropped on the bare page become placeholders; the first is turned and turned back.
        $this->find('[aria-label="Lock"]')->click();
        $this->sees('locked', '#layer-line-rectangle');
        $this->dropColumn('tip', 0, -150);
        $this->sees('Oil the hinge', '#page');
        $this->choose('#set-style-colour', '#fbf7ec');
        $this->choose('#set-fit-mode', 'fill');
        $this->sees('fills the frame', '.rule');
        $this->sees('easy to read', '#results');
        $this->dropColumn('why', 0, 150);
        $this->sees('A drop of oil now saves a pin.', '#page');
        $this->choose('#set-style-colour', '#e0a33a');

        // Both lined up, grouped, moved together by hand.
        $this->find('#box-tip');
        (new WebDriverActions($this->driver))
            ->keyDown(null, WebDriverKeys::SHIFT)
            ->click($this->find('#box-tip'))
            ->keyUp(null, WebDriverKeys::SHIFT)
            ->perform();
        $this->sees('2 layers', '#rule-title');
        $this->find('#align-left')->click();
        $this->settled();
        self::assertEqualsWithDelta($this->frame('why')['x'], $this->frame('tip')['x'], 0.01);
        $this->find('#group')->click();
        $this->sees('grouped', '#rule-title');
        $before = $this->frame('tip');
        $this->drag($this->find('#box-why'), 0, -60 * $unit);
        self::assertEqualsWithDelta($before['y'] - 60, $this->frame('tip')['y'], 8, 'snapping may take it a little further');
        $this->undoAll(1);
        self::assertEqualsWithDelta($before['y'], $this->frame('tip')['y'], 0.01);

        // Marquee over everything takes both; a click beside lets go.
        $board = $this->find('#board')->getSize();
        (new WebDriverActions($this->driver))
            ->moveToElement($this->find('#board'), -(int) ($board->getWidth() / 2) + 5, 0)
            ->click()
            ->perform();
        $this->sees('Placeholders', '.rule-panel');
        $table = $this->find('#page');
        (new WebDriverActions($this->driver))
            ->moveToElement($table, -(int) ($page->getWidth() / 2) + 4, -(int) ($page->getHeight() / 2) + 4)
            ->clickAndHold()
            ->moveByOffset(200, 200)
            ->moveByOffset(200, 250)
            ->release()
            ->perform();
        $this->sees('2 layers', '#rule-title');

        $this->compareWithExport('tip', 'why');
    }

    public function testAClaimTagBuiltWithTheKeyboardAlone(): void
    {
        $this->blank(
            'Key-made tags',
            'tag',
            "Tag\tItem\tOwner\n001\tKettle, no whistle\tOttilie Brandvold-Anning\n002\tMantel clock\tNg",
        );

        // T adds a text that takes typing, = and a letter put a column in it, arrows place it, Tab and Enter go through the rule line.
        $this->press('t');
        $this->find('#words-in-place');
        $this->press('=', 'a', WebDriverKeys::ENTER);
        $this->sees('001', '#page');
        $this->press(WebDriverKeys::ESCAPE);
        $this->settled();
        $before = $this->frame('text');
        $this->press(...array_fill(0, 3, WebDriverKeys::ARROW_RIGHT));
        $this->withShift(WebDriverKeys::ARROW_UP, 12);
        $this->near(['x' => $before['x'] + 3, 'y' => $before['y'] - 120], 'text', 0.6);
        $this->driver->executeScript('document.getElementById("set-style-size").focus()');
        $this->chord(WebDriverKeys::CONTROL . 'a' . WebDriverKeys::NULL . '12' . WebDriverKeys::TAB);
        $this->sees('fits at 12 pt', '#results');

        // A second one is a duplicate, linked to another column, moved down; a third is typed in place with a column at the caret.
        $this->driver->executeScript('document.activeElement.blur()');
        $this->withControl('d');
        $this->find('#box-text-2');
        $this->press('=', 'b');
        $this->sees('Kettle, no whistle', '#page');
        $this->withShift(WebDriverKeys::ARROW_DOWN, 14);
        $this->driver->executeScript('document.getElementById("box-text-2").focus()');
        $this->withControl('c');
        $this->sees('Layer copied.', '#notices');
        $this->withControl('v');
        $this->find('#box-text-3');
        $this->withShift(WebDriverKeys::ARROW_DOWN, 10);
        $this->settled();
        $this->driver->executeScript('document.getElementById("box-text-3").focus()');
        $this->press(WebDriverKeys::ENTER);
        $this->find('#words-in-place');
        $this->press(WebDriverKeys::HOME, 'for ');
        $this->press(WebDriverKeys::ESCAPE);
        $this->sees('for Kettle, no whistle', '#page');
        $this->settled();
        $this->driver->executeScript('document.getElementById("box-text-3").focus()');
        $this->press('=', 'c');
        $this->sees('Ottilie Brandvold-Anning', '#page');

        // All of it undone and done again.
        $this->driver->executeScript('document.activeElement.blur()');
        $this->undoAll(1);
        $this->chord(WebDriverKeys::CONTROL . WebDriverKeys::SHIFT . 'z');
        $this->sees('Ottilie Brandvold-Anning', '#page');

        $this->compareWithExport('text', 'text-2', 'text-3');
    }

    private function handle(string $direction): RemoteWebElement
    {
        return $this->find(".moveable-control.moveable-$direction");
    }

    private function withShift(string $key, int $times): void
    {
        $this->chord(WebDriverKeys::SHIFT . str_repeat($key, $times));
        usleep(300_000);
    }

    private function withControl(string $key): void
    {
        $this->chord(WebDriverKeys::CONTROL . $key);
    }

    /** Keys with others held down, to whatever has the focus. */
    private function chord(string $keys): void
    {
        $this->driver
            ->switchTo()
            ->activeElement()
            ->sendKeys($keys . WebDriverKeys::NULL);
        usleep(200_000);
        $this->settled();
    }

    private function undoAll(int $times): void
    {
        for ($i = 0; $i < $times; ++$i) {
            $this->find('#undo')->click();
            usleep(100_000);
            $this->settled();
        }
    }

    /** @return array{x: float, y: float, width: float, height: float} */
    private function frame(string $layer): array
    {
        /** @var array{x: float, y: float, width: float, height: float} $frame */
        $frame = json_decode((string) $this->find("#box-$layer")->getAttribute('data-frame'), true);

        return $frame;
    }

    /** @param array<string, float> $expected */
    private function near(array $expected, string $layer, float $within): void
    {
        $this->eventually(function () use ($expected, $layer, $within): bool {
            $frame = $this->frame($layer);
            foreach ($expected as $key => $value) {
                if (abs($frame[$key] - $value) > $within) {
                    throw new \RuntimeException("$key is {$frame[$key]}, not $value");
                }
            }

            return true;
        }, "$layer is not where it was put");
        $this->addToAssertionCount(1);
    }

    private function markup(string $layer): string
    {
        $this->settled();

        return (string) $this->driver->executeScript('return document.getElementById("layer-" + arguments[0]).outerHTML', [
            $layer,
        ]);
    }

    /** The exported SVG has every letter where the stage shows it, within one dot; and the PNG has the page's size. */
    private function compareWithExport(string ...$layers): void
    {
        $shown = [];
        foreach ($layers as $layer) {
            $shown[$layer] = $this->places($this->markup($layer));
        }
        $this->find('#bar .next')->click();
        $this->find('#order');
        foreach (['svg', 'png'] as $i => $format) {
            $this->orderAs($format);
            $this->choose('#which', 'some');
            $this->find('#rows')->clear();
            $this->find('#rows')->sendKeys('1' . WebDriverKeys::TAB);
            $this->sees('Make 1 piece', '#bar');
            $this->button('Make 1 piece')->click();
            // The one before it is there until the page comes anew.
            $this->sees('Run ' . ($i + 1), '.run');
            $this->sees('✓ 1 made', '.run');
            $files = Tools::pieces($this->download(fn () => $this->find('.run a.btn')->click()));
            $file = (string) reset($files);
            if ('svg' === $format) {
                $document = new \DOMDocument();
                $document->loadXML($file);
                $compared = 0;
                foreach ($layers as $layer) {
                    foreach ($document->getElementsByTagName('g') as $group) {
                        if ("layer-$layer" === $group->getAttribute('id')) {
                            ++$compared;
                            $made = $this->places((string) $document->saveXML($group));
                            self::assertCount(\count($shown[$layer]), $made);
                            foreach ($made as $i => [$x, $y, $text]) {
                                self::assertSame($shown[$layer][$i][2], $text);
                                self::assertEqualsWithDelta($shown[$layer][$i][0], $x, 1.0);
                                self::assertEqualsWithDelta($shown[$layer][$i][1], $y, 1.0);
                            }
                        }
                    }
                }
                self::assertSame(\count($layers), $compared, 'every layer was found in the export');
            } else {
                $size = getimagesizefromstring($file);
                self::assertNotFalse($size);
                self::assertSame(1080 === $size[0] ? [1080, 1080] : [1063, 591], [$size[0], $size[1]]);
            }
        }
    }

    /** @return list<array{float, float, string}> place and words of every run */
    private function places(string $markup): array
    {
        preg_match_all('~<text x="([-\d.]+)" y="([-\d.]+)"[^>]*>([^<]*)</text>~', $markup, $m, \PREG_SET_ORDER);
        self::assertNotSame([], $m);

        return array_map(static fn (array $one): array => [(float) $one[1], (float) $one[2], $one[3]], $m);
    }
}
