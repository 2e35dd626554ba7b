<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverKeys;
use Morphea\Tests\Tools;

/** From signing up to the finished files, as one person does it in one sitting. */
final class WholeJobTest extends BrowserTestCase
{
    private const ROWS = <<<'CSV'
    Volunteer;Hours;Work;Issued;Register
    Ottilie Brandvold-Anning;41;kettles;2026-03-04;0007
    Maximiliana Theodora Featherstonehaugh-Pellinore of Upper Tidewick;1;bicycles;4 March 2026;0008
    Χρυσούλα Λημναίου;31;radios;04/03/2026;0009
    سلمى البحري;27;"books, and the shelves
    they stand on";2026-03-04;0010

    CSV;

    public function testFromASpreadsheetToFinishedCertificates(): void
    {
        self::command($this->driver, 'Emulation.setTimezoneOverride', ['timezoneId' => 'Pacific/Auckland']);
        $this->open('/sign-in');
        $this->button('Create account')->click();
        $this->find('#sign_up_form_name')->sendKeys('Tamsin');
        $this->find('#sign_up_form_email')->sendKeys('tamsin@tidewick.example');
        $this->find('#sign_up_form_password')->sendKeys('needle-and-thread');
        $this->button('Create account')->click();
        // Where there is no mail server, the link of the email is here.
        $this->button('Open the link here')->click();
        $this->button('Confirm this address')->click();

        // A new project from a starter, and its rows.
        $this->button('Certificate, A4 landscape')->click();
        // Asked once: whose it is.
        $this->find('#organisation')->sendKeys('Dune Rowing Club');
        $this->button('Continue')->click();
        $this->sees('Import rows');
        $this->sees('Full name', '.drop-here');
        $this->upload('#table-file', 'spring.csv', self::ROWS);
        $this->sees('Check spring.csv before importing');
        self::assertSame('Spring', $this->find('#project-name')->getAttribute('value'));
        $this->takeOver();
        $this->sees('4 rows with 5 columns imported.');
        $this->sees('DUNE ROWING CLUB', '#page');
        $this->sees('Date shows D Issued');
        $this->sees('2 not linked', '#stations');

        // One column by mouse …
        $this->button('Link 2 placeholders')->click();
        $this->find('#box-recipient.unlinked');
        (new WebDriverActions($this->driver))
            ->clickAndHold($this->find('#column-volunteer'))
            ->moveByOffset(60, 40)
            ->moveToElement($this->find('#box-recipient'))
            ->release()
            ->perform();
        $this->sees('Ottilie Brandvold-Anning', '#page');
        $this->sees('1 not linked', '#stations');

        // … and one by keyboard: walk to the text, take it, say which column.
        $this->find('#box-recipient')->sendKeys('');
        $this->driver->executeScript('document.getElementById("box-recipient").focus()');
        $this->press(WebDriverKeys::TAB);
        self::assertSame('box-deed', $this->driver->switchTo()->activeElement()->getAttribute('id'));
        $this->press(WebDriverKeys::ENTER);
        $this->sees('Deed', '#rule-title');
        $this->press('=');
        $this->sees('Now press the letter of the column.', '#link-hint');
        $this->press('c');
        $this->sees('for 41 hours of kettles', '#page');
        $this->sees('all linked', '#stations');

        // Flip through the rows on the real design.
        $this->press(WebDriverKeys::PAGE_DOWN);
        $this->sees('for 1 hour of bicycles', '#page');
        $this->sees('Featherstonehaugh-', '#page');
        $this->find('#row-next')->click();
        $this->sees('Χρυσούλα Λημναίου', '#page');
        $this->retype('#row-number', '4');
        $this->sees('سلمى البحري', '#page');
        $this->driver->navigate()->refresh();
        $this->sees('سلمى البحري', '#page');

        // All pieces as one PDF.
        $this->button('Make 4 pieces')->click();
        $this->orderAs('pdf');
        $this->sees('spring.pdf', '#summary');
        $this->button('Make 4 pieces')->click();
        $this->sees('✓ 4 made', '.run');
        $pdf = $this->download(fn () => $this->find('.run a.btn')->click());
        Tools::assertSoundPdf($pdf);
        self::assertSame(4, Tools::pages($pdf));
        $text = Tools::pdfText($pdf);
        foreach (
            ['Ottilie Brandvold-Anning', 'for 1 hour of', 'Χρυσούλα Λημναίου', '4 March 2026', 'No. 0010']
            as $words
        ) {
            self::assertStringContainsString($words, $text);
        }
        foreach (Tools::pdfFonts($pdf) as $font) {
            self::assertTrue($font['embedded'] && $font['subset'], $font['name']);
        }

        // Two of them as pictures, named by register and name.
        $this->orderAs('png');
        $this->choose('#which', 'some');
        $this->find('#rows')->sendKeys('1,3' . WebDriverKeys::TAB);
        $this->sees('Make 2 pieces', '#bar');
        $this->menu('#insert-name', 'E Register');
        $this->sees('001 Ottilie Brandvold-Anning0007.png', '#summary');
        $this->button('Make 2 pieces')->click();
        $this->sees('✓ 2 made', '.run');
        $files = Tools::pieces($this->download(fn () => $this->find('.run a.btn')->click()));
        self::assertSame(['001 Ottilie Brandvold-Anning0007.png', '003 Χρυσούλα Λημναίου0009.png'], array_keys($files));
        foreach ($files as $png) {
            self::assertSame([3508, 2480], \array_slice((array) getimagesizefromstring($png), 0, 2));
            $image = imagecreatefromstring($png);
            self::assertNotFalse($image);
            self::assertSame(0xfbf7ec, imagecolorat($image, 40, 40));
        }

        // Whoever signs up is in the time zone of their browser.
        $this->open('/account');
        self::assertSame('Pacific/Auckland', $this->find('#zone')->getAttribute('value'));
    }
}
