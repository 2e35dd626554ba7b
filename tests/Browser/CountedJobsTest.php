<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverKeys;
use Morphea\Tests\Tools;

/** Whole jobs, counted in acts: a click, a drag, a key that is a command, a field or a text that is typed. */
final class CountedJobsTest extends BrowserTestCase
{
    private int $acts = 0;

    public function testTwoSentencesAndAnAddressBlockOfEightColumns(): void
    {
        $headings = ['Title', 'First name', 'Name', 'House', 'Street', 'Town', 'Postcode', 'Country', 'Thing'];
        $rows = [
            ['Ms', 'Ottilie', 'Brandvold-Anning', 'The Old Net Loft', '4 Rope Walk', 'Tidewick', 'TW1 4RW', 'Dune', 'the kettle'],
            ['', 'Pip', 'Marrow', '', '11 Harbour Steps', 'Slip', 'SL2 1HS', '', 'the mantel clock'],
        ];
        $this->blank('Postcards in few acts', 'postcard-a6', implode("\n", array_map(
            static fn (array $row): string => implode("\t", $row),
            [$headings, ...$rows],
        )));
        $this->acts = 0;
        $this->text([-280, -150], [250, 60], 'Dear {First name}, thank you for bringing {Thing}.');
        $this->text([-280, -40], [250, 60], 'It is mended, {First name}, and waits for you in {Town}.');
        $this->text([20, -150], [240, 170], "{Title} {First name} {Name}\n{House}\n{Street}\n{Town} {Postcode}\n{Country}");
        $this->sees('Dear Ottilie, thank you for bringing the kettle.', '#page');
        $this->sees('It is mended, Ottilie, and waits for you in Tidewick.', '#page');
        foreach (['Ms Ottilie Brandvold-Anning', 'The Old Net Loft', '4 Rope Walk', 'Tidewick TW1 4RW', 'Dune'] as $line) {
            $this->sees($line, '#page');
        }
        // What is empty leaves no hole.
        $this->press(WebDriverKeys::PAGE_DOWN);
        $this->sees('Pip Marrow 11 Harbour Steps Slip SL2 1HS', '#page');
        self::assertLessThanOrEqual(30, $this->acts);
    }

    public function testTallPinsFromBlank(): void
    {
        $this->signIn();
        $this->click('New blank project');
        $this->find('#new-name')->sendKeys('Pins in few acts');
        ++$this->acts;
        $this->choose('#new-preset', 'tall-pin');
        ++$this->acts;
        $this->click('Create project');
        $this->find('#page');
        $this->upload('#table-file', 'pins.csv', "Title,Photo\nOil the hinge,one\nDescale the kettle,two\n");
        ++$this->acts;
        $this->takeOver();
        ++$this->acts;
        // The pictures that the cells name, both at once.
        $this->menu('#add-picture', 'From the library');
        $this->acts += 2;
        $files = [];
        foreach (['one' => 0x335577, 'two' => 0x557733] as $name => $colour) {
            $image = imagecreatetruecolor(1000, 1500);
            imagefill($image, 0, 0, $colour);
            imagejpeg($image, $files[] = sys_get_temp_dir() . "/$name.jpg");
        }
        $this->find('#library-files')->sendKeys(implode("\n", $files));
        ++$this->acts;
        $this->sees('2 files imported', '#library-body');
        $this->find('#library [data-close]')->click();
        ++$this->acts;
        $this->settled();
        // The photograph over all of the pin, the title in it.
        $this->dropColumn('photo', 0, 0);
        ++$this->acts;
        foreach (['x' => '0', 'y' => '0', 'width' => '1000', 'height' => '1500'] as $what => $value) {
            $this->retype("#set-frame-$what", $value);
            ++$this->acts;
        }
        $this->press(WebDriverKeys::ESCAPE, WebDriverKeys::ESCAPE);
        ++$this->acts;
        $this->settled();
        $this->text([-110, -140], [220, 120], '{Title}');
        $this->choose('#set-fit-mode', 'fill');
        ++$this->acts;
        $this->choose('#set-style-colour', '#ffffff');
        ++$this->acts;
        $this->sees('Oil the hinge', '#page');
        $this->find('.next')->click();
        ++$this->acts;
        $this->find('#order');
        $this->settled();
        $this->click('Make 2 pieces');
        $this->sees('✓ 2 made', '.run');
        $files = Tools::pieces($this->download(fn () => $this->find('.run a.btn')->click()));
        ++$this->acts;
        self::assertSame(['001 Oil the hinge', '002 Descale the kettle'], array_map(
            static fn (string $name): string => pathinfo($name, \PATHINFO_FILENAME),
            array_map(strval(...), array_keys($files)),
        ));
        self::assertLessThanOrEqual(30, $this->acts);
    }

    public function testFromAFormToAMailedCertificate(): void
    {
        $this->signIn();
        $this->click('Certificate, A4 landscape');
        $headings = 'Full name,Hours,Craft,Issued,Register,Mail';
        $this->upload('#table-file', 'course.csv', "$headings\nNg,4,clocks,2026-03-09,0001,ng@dune.example\n");
        ++$this->acts;
        $this->takeOver();
        ++$this->acts;
        $this->clickOn('.station[href$="/deliver"]');
        $this->find('a[href$="/deliver/form"]')->click();
        $this->acts += 2;
        $this->click('Open form');
        $this->sees('✓ Open.');
        $form = (string) $this->find('.rule a[href*="/answer/"]')->getAttribute('href');
        $project = (string) preg_replace('~^.*(/projects/\w+)/.+$~', '$1', $this->driver->getCurrentURL());
        $this->open((string) parse_url($form, \PHP_URL_PATH));
        ++$this->acts;
        sleep(2);
        foreach (['Ada Fell', '12', 'kettles', '2026-04-01', '0002', 'ada@dune.example'] as $i => $answer) {
            $field = $this->find('#answer-' . ($i + 1));
            'date' === $field->getAttribute('type')
                ? $this->driver->executeScript('arguments[0].value = arguments[1]', [$field, $answer])
                : $field->sendKeys($answer);
            ++$this->acts;
        }
        $this->click('Preview your piece');
        $this->sees('Preview', 'h1');
        $this->click('Send');
        $this->sees('Thank you. Your response has been received.');
        $this->open("$project/rows");
        ++$this->acts;
        $this->find('#grid[data-ready]');
        $this->find('#accept-drafts')->click();
        ++$this->acts;
        $this->settled();
        $this->sees('Make 2 pieces', '#bar');
        $this->find('.next')->click();
        ++$this->acts;
        $this->find('#order');
        $this->click('Make 2 pieces');
        $this->sees('✓ 2 made', '.run');
        $this->clickOn('.station[href$="/deliver"]');
        $this->find('a[href$="/deliver/mail"]')->click();
        $this->acts += 2;
        $this->sees('Send 2 emails', '#bar');
        $this->click('Send 2 emails');
        $this->find('#send')->click();
        $this->sees('✓ 2 sent', '.mailing');
        $this->find('.mailing a')->click();
        $this->sees('ada@dune.example', '.letters');
        self::assertLessThanOrEqual(30, $this->acts);
    }

    /**
     * A text, its frame drawn where it is to stand, and what is typed in it.
     *
     * @param array{int, int} $from pixels from the middle of the page
     * @param array{int, int} $size
     */
    private function text(array $from, array $size, string $words): void
    {
        $this->press('t');
        $this->find('#words-in-place');
        (new WebDriverActions($this->driver))
            ->moveToElement($this->find('#page'), ...$from)
            ->clickAndHold()
            ->moveByOffset(intdiv($size[0], 2), intdiv($size[1], 2))
            ->moveByOffset($size[0] - intdiv($size[0], 2), $size[1] - intdiv($size[1], 2))
            ->release()
            ->perform();
        $actions = new WebDriverActions($this->driver);
        foreach (mb_str_split($words) as $letter) {
            $actions->sendKeys(null, "\n" === $letter ? WebDriverKeys::ENTER : $letter);
        }
        $actions->perform();
        usleep(250_000);
        $this->settled();
        $this->press(WebDriverKeys::ESCAPE);
        $this->acts += 4;
    }

    private function click(string $words): void
    {
        $this->button($words)->click();
        ++$this->acts;
    }
}
