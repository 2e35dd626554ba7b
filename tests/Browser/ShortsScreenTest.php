<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Morphea\Tests\Tools;

/** Whole jobs with time: a design is given scenes, played, and made as shorts. */
final class ShortsScreenTest extends BrowserTestCase
{
    public function testTwoLinkedTextsAreGivenScenesPlayedAndMadeAsShorts(): void
    {
        $rows = "Tip\tWhy\nOil the hinge\tA drop now saves a pin.\nSweep the gutter\tLeaves hold water.";
        $this->blank('Two parts', 'vertical', $rows);
        $this->dropColumn('tip', 0, -120);
        $this->dropColumn('why', 0, 60);
        $this->find('#give-time')->click();
        $this->sees('First', '#scenes');
        $this->sees('reading time', '#scenes');

        // What is seen when: one text with the first scene, faded, the other word by word with the last.
        $this->layer('tip');
        $this->take('#set-stay', 'timed');
        $this->take('#set-stay-goes', 'hold');
        $this->layer('why');
        $this->take('#set-stay', 'timed');
        $this->take('#set-stay-comes', 'last');
        $this->take('#set-stay-in-kind', 'words');
        $this->sees('Tip', '#scenes');
        $this->sees('Why', '#scenes');

        // The scene between is made shorter by its sentence.
        $this->find('.scene[data-scene="hold"]')->click();
        $this->find('#scene-seconds');
        $this->retype('#scene-seconds', '0.8');
        $this->retype('#scene-name', 'Breath');
        $this->sees('Breath 0.8 s', '#scenes');

        // Any moment can be looked at, and it plays, in whatever row.
        $this->moment(20);
        self::assertSame(['tip'], $this->seen());
        $this->moment((int) $this->find('#moment')->getAttribute('max'));
        self::assertSame(['why'], $this->seen());
        $this->find('#play')->click();
        $this->eventually(
            fn (): bool => 'true' === $this->find('#play')->getAttribute('aria-pressed') ?: throw new \RuntimeException('not yet'),
            'it does not play',
        );
        $this->press(WebDriverKeys::PAGE_DOWN);
        $this->eventually(
            fn (): bool => '2' === $this->find('#work')->getAttribute('data-row') && [] !== $this->seen()
                ? true
                : throw new \RuntimeException('not yet'),
            'the row does not flip',
        );
        self::assertSame('true', $this->find('#play')->getAttribute('aria-pressed'));
        $this->find('#play')->click();
        $this->button('All layers')->click();
        self::assertSame([], $this->seen(), 'all layers, whatever their time');

        // Both rows as shorts.
        $this->clickOn('.station[href$="/press"]');
        $this->orderAs('mp4');
        $this->choose('[name="of[mp4][size]"]', 'width');
        $this->retype('[name="of[mp4][value]"]', '360');
        $this->sees('360 × 640 px at 30', '#summary');
        $this->button('Make 2 pieces')->click();
        $this->sees('✓ 2 made', '.run');
        $files = Tools::pieces($this->download(fn () => $this->find('.run a.btn')->click()));
        self::assertSame(['001 Oil the hinge.mp4', '002 Sweep the gutter.mp4'], array_keys($files));
        foreach ($files as $name => $film) {
            $facts = Tools::film($film);
            self::assertSame([360, 640], [$facts['video']['width'], $facts['video']['height']], $name);
        }
        self::assertNotSame(
            Tools::film($files['001 Oil the hinge.mp4'])['video']['duration'],
            Tools::film($files['002 Sweep the gutter.mp4'])['video']['duration'],
            'each as long as it takes to read',
        );
    }

    /** The whole job: a table pasted, three parts linked, timing by reading, grounds from a pool, five shorts made and fetched. */
    public function testFiveShortsOfThreePartsOverGroundsFromAPool(): void
    {
        $rows = "Question\tHint\tAnswer\n" . implode("\n", array_map(
            static fn (int $i): string => "What broke on day $i" . str_repeat(' of the week', $i % 3) . "?\tIt has $i legs\tThe chair",
            range(1, 5),
        ));
        $this->blank('Five questions', 'vertical', $rows);
        $this->dropColumn('question', 0, -160);
        $this->dropColumn('hint', 0, 0);
        $this->dropColumn('answer', 0, 160);
        $this->find('#give-time')->click();
        $this->sees('First', '#scenes');
        foreach (['question' => ['', 'hold'], 'hint' => ['hold', 'hold'], 'answer' => ['last', '']] as $layer => [$comes, $goes]) {
            $this->layer($layer);
            $this->take('#set-stay', 'timed');
            $this->take('#set-stay-comes', $comes);
            $this->take('#set-stay-goes', $goes);
        }

        // Clips and a tune are brought; a worker looks at them.
        $folder = \dirname(__DIR__, 2) . '/demo/motto/pictures';
        $this->menu('#add-picture', 'From the library');
        $names = ['tide.mp4', 'wool.mp4', 'rain.mp4', 'harbour-waltz.m4a'];
        $brought = array_map(static fn (string $name): string => "$folder/$name", $names);
        $this->find('#library-files')->sendKeys(implode("\n", $brought));
        $this->sees('4 files imported', '#library-body');
        $this->find('[data-use="tide.mp4"]')->click();
        $this->find('#deal')->click();
        $this->sees('one of 3 pictures, shared out over the rows in turn', '.rule-panel');
        $this->sees('Shows rain.mp4', '#results');
        $this->take('#set-shade', 'as-needed');

        // Over all of the page, under everything.
        foreach (['x' => '0', 'y' => '0', 'width' => '1080', 'height' => '1920'] as $what => $value) {
            $this->retype("#set-frame-$what", $value);
        }
        $this->driver->executeScript('document.activeElement.blur()');
        for ($i = 0; $i < 3; ++$i) {
            $this->press('[');
            $this->settled();
        }
        $this->press(WebDriverKeys::PAGE_DOWN);
        $this->sees('Shows tide.mp4', '#results');
        $this->find('.scene[data-scene="first"]')->click();
        $this->take('#sound-track', 'harbour-waltz.m4a');
        $this->take('#scene-plays', 'tick');
        $this->driver->executeScript(
            'const play = HTMLMediaElement.prototype.play; HTMLMediaElement.prototype.play = function () {' .
            'if (this.tagName === "AUDIO") window.heard = this; return play.call(this); }',
        );
        $this->find('#play')->click();
        $this->eventually(
            fn (): bool => 0.5 < (float) $this->driver->executeScript('return window.heard?.currentTime ?? 0')
                ? true
                : throw new \RuntimeException('not yet'),
            'nothing is heard',
        );
        $this->eventually(
            fn (): bool => 0 < (int) $this->driver->executeScript('return [...document.querySelectorAll(".moment video")].length')
                ? true
                : throw new \RuntimeException('not yet'),
            'the clip does not play',
        );
        $this->press(WebDriverKeys::ESCAPE);

        $this->clickOn('.station[href$="/press"]');
        $this->orderAs('mp4');
        $this->choose('[name="of[mp4][size]"]', 'width');
        $this->retype('[name="of[mp4][value]"]', '180');
        $this->sees('180 × 320 px at 30', '#summary');
        $this->button('Make 5 pieces')->click();
        $deadline = microtime(true) + 150;
        // Asked of the page at once: an element that was found may be drawn anew before it is asked.
        $run = fn (): string => (string) $this->driver->executeScript('return document.querySelector(".run")?.innerText ?? ""');
        while (!str_contains($run(), '✓ 5 made') && microtime(true) < $deadline) {
            usleep(500_000);
        }
        $this->sees('✓ 5 made', '.run');
        $files = array_values(Tools::pieces($this->download(fn () => $this->find('.run a.btn')->click())));
        self::assertCount(5, $files);
        $before = null;
        foreach ($files as $film) {
            $frame = Tools::frame($film, 3);
            self::assertTrue(null === $before || Tools::likeness($before, $frame) < 22, 'neighbours have other grounds');
            $before = $frame;
        }
        self::assertGreaterThan(-17.5, Tools::loudness($files[0])[0], 'it is heard');
    }

    /** Scenes and what is seen in them, by keys and by hand on the strip. */
    public function testScenesAreWorkedByKeysAndLinesAreDrawnToOtherScenes(): void
    {
        $this->project('Motto of the week');
        $this->find('.scene[data-scene="from"]')->click();
        $this->settled();
        $this->take('#scene-by', 'seconds');
        $this->retype('#scene-seconds', '2');
        $this->sees('From 2.4 s', '#scenes');
        $this->onScene('from', '+');
        $this->sees('From 2.5 s', '#scenes');
        $this->onScene('from', '-');
        $this->onScene('from', '-');
        $this->sees('From 2.3 s', '#scenes');
        $this->onScene('from', WebDriverKeys::ARROW_LEFT);
        self::assertSame('motto', $this->driver->switchTo()->activeElement()->getAttribute('data-scene'));

        // At a moment, arrows step a frame; on the design they would move a layer.
        $this->moment(40);
        $this->driver->executeScript('document.activeElement.blur()');
        $this->press(WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_RIGHT, WebDriverKeys::ARROW_LEFT);
        $this->sees('1.37 s', '#scenes');
        $this->press(WebDriverKeys::ESCAPE);

        // The line of the motto is drawn shorter by its end: it goes with the first scene then.
        $line = $this->find('.scene-stitch[data-layers="motto"]');
        $width = $line->getSize()->getWidth();
        (new WebDriverActions($this->driver))
            ->moveToElement($line, intdiv($width, 2) - 3, 0)
            ->clickAndHold()
            ->moveByOffset(-intdiv($width, 3), 0)
            ->release()
            ->perform();
        $this->settled();
        $this->layer('motto');
        self::assertSame('motto', $this->find('#set-stay-goes')->getAttribute('value'));

        // The other way round, and taken away.
        $this->find('.scene[data-scene="from"]')->click();
        $this->settled();
        $this->driver->executeScript('document.querySelector(".scene[data-scene=from]").focus()');
        (new WebDriverActions($this->driver))
            ->keyDown(null, WebDriverKeys::SHIFT)
            ->sendKeys(null, WebDriverKeys::ARROW_LEFT)
            ->keyUp(null, WebDriverKeys::SHIFT)
            ->perform();
        $this->eventually(
            fn (): bool => 'from' === $this->find('.scene')->getAttribute('data-scene') ? true : throw new \RuntimeException('not yet'),
            'the scene does not move',
        );
        $this->onScene('from', WebDriverKeys::DELETE);
        $this->eventually(
            fn (): bool => 1 === \count($this->driver->findElements(WebDriverBy::cssSelector('.scene')))
                ? true
                : throw new \RuntimeException('not yet'),
            'the scene does not go',
        );
    }

    private function onScene(string $scene, string $key): void
    {
        $this->settled();
        $this->driver->executeScript('document.querySelector(`.scene[data-scene="${arguments[0]}"]`).focus()', [$scene]);
        $this->press($key);
        $this->settled();
    }

    private function layer(string $id): void
    {
        $this->find("#layer-line-$id [data-box-select]")->click();
        $this->find('#set-stay');
        $this->settled();
    }

    /** Of a sentence that is drawn anew after every choice. */
    private function take(string $css, string $value): void
    {
        $this->find($css);
        $this->choose($css, $value);
    }

    private function moment(int $frame): void
    {
        $this->driver->executeScript(
            'const m = document.getElementById("moment"); m.value = arguments[0]; m.dispatchEvent(new Event("input", {bubbles: true}))',
            [$frame],
        );
        $this->find('.moment');
    }

    /** @return list<string> layers that are seen at the moment that is shown, but for those that always are */
    private function seen(): array
    {
        usleep(200_000);
        /** @var list<string> $seen */
        $seen = $this->driver->executeScript(
            'return [...document.querySelectorAll(".moment > div:not([hidden]) [id*=layer-]")].map((e) => e.id.replace(/.*layer-/, ""))',
        );

        return array_values(array_unique($seen));
    }
}
