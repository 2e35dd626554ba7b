<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Morphea\Tests\Tools;

/** Numbered tags from nothing to the cut pile; and a sheet of labels of which some are gone. */
final class SheetsJobTest extends BrowserTestCase
{
    public function testTwoHundredAndEightyTagsTenUpCutAndStacked(): void
    {
        $this->signIn();
        $this->button('Numbered tag, 90 × 50 mm')->click();
        $this->sees('Import rows');

        // The numbers, with no spreadsheet.
        $this->button('Number series')->click();
        $this->find('#numbers-count')->clear()->sendKeys('280');
        self::assertSame('Tag', $this->find('#numbers-column')->getAttribute('value'));
        $this->button('Add rows')->click();
        $this->sees('280 numbers added.');
        $this->sees('000001', '#grid');

        // From Press to the sheets.
        $this->clickOn('.station[href$="/press"]');
        $this->find('#as-sheets')->click();
        $this->sees('10 up 2 × 5', '.offers');
        $this->sees('28 sheets', '#make');
        $this->sees('000001', '.paper-svg');
        $this->sees('000253', '.paper-svg');
        $this->sees('253', '.piles');
        $this->sees('Put pile 1 on pile 2', '#sheet-piles');

        // What does not fit says what would, and nothing can be made of it.
        $this->retype('#sheet-margin', '80');
        $this->sees('These sheets cannot be made.', '#sheet-stage');
        $this->sees('It fits on', '#sheet-stage');
        self::assertFalse($this->find('#make')->isEnabled());
        $this->retype('#sheet-margin', '5');
        $this->sees('Make 28 sheets', '#bar');

        // Turned and back by the offers; through the sheets by keys.
        $this->find('[data-set="lay"][data-to="turned"]')->click();
        $this->sees('Make 32 sheets', '#bar');
        $this->find('[data-set="lay"][data-to="upright"]')->click();
        $this->sees('Make 28 sheets', '#bar');
        $this->press(WebDriverKeys::PAGE_DOWN);
        $this->sees('Sheet 2 of 28, rows 2, 30 … 254', '#sheet-stage');
        $this->sees('000254', '.paper-svg');
        $this->press(WebDriverKeys::PAGE_UP);
        $this->sees('Sheet 1 of 28', '#sheet-stage');
        $this->find('[value="slug"] + span')->click();
        $this->sees('sheet 1 of 28 · rows 1, 29 … 253', '.paper-svg');
        $this->retype('#file', 'autumn tags');

        $this->button('Make 28 sheets')->click();
        $this->sees('✓ 280 made', '.run');
        $pdf = $this->download(fn () => $this->find('.run a.btn')->click());
        Tools::assertSoundPdf($pdf);
        self::assertSame(28, Tools::pages($pdf));
        self::assertSame([595, 842], Tools::pageSize($pdf));

        // Cut and stacked: each page read from the top left, pile on pile.
        $pages = array_map(
            static fn (string $page): array => preg_match_all('/\b\d{6}\b/', $page, $found) ? $found[0] : [],
            array_filter(explode("\f", Tools::pdfText($pdf)), static fn (string $page): bool => '' !== trim($page)),
        );
        $pile = [];
        for ($place = 0; $place < 10; ++$place) {
            foreach ($pages as $page) {
                $pile[] = (int) $page[$place];
            }
        }
        self::assertSame(range(1, 280), $pile);
        self::assertStringContainsString('autumn tags · sheet 28 of 28', Tools::pdfText($pdf));
    }

    public function testLabelsOfOnesOwnMeasuresOfWhichSomeAreGone(): void
    {
        $this->project('Claim tags');
        $this->clickOn('.station[href$="/press"]');
        $this->find('#as-sheets')->click();
        $this->choose('#label', '99.1 × 57, 10 a sheet');
        $this->sees('Make 4 sheets', '#bar');
        self::assertSame('rows', $this->find('#sheet-order')->getAttribute('value'), 'labels come off one after the other');

        // Two are gone: one by mouse, one by keyboard.
        $this->find('[data-used="0"]')->click();
        $this->sees('Make 5 sheets', '#bar');
        $this->driver->executeScript('document.querySelector(\'[data-used="3"]\').focus()');
        $this->press(WebDriverKeys::ENTER);
        $this->sees('rows 1 to 8', '#sheet-stage');
        self::assertSame('true', $this->find('[data-used="3"]')->getAttribute('aria-pressed'));
        self::assertSame('3', $this->driver->switchTo()->activeElement()->getAttribute('data-used'), 'the keyboard stays where it was');

        // Labels of one's own measures, kept for the next time.
        $this->choose('#label', 'own');
        self::assertSame('99.1', $this->find('[name="own[width]"]')->getAttribute('value'), 'they begin as those that were chosen');
        $this->retype('[name="own[rows]"]', '9');
        $this->sees('9 rows need 519 mm, but the paper is 297 mm high.', '#sheet-stage');
        $this->retype('[name="own[rows]"]', '4');
        $this->sees('8 up 2 × 4', '.offers');
        $this->find('#labels-name')->sendKeys('second drawer');
        $this->button('Save labels')->click();
        $this->sees('Delete saved labels', '#labels-part');
        $this->sees('8 up 2 × 4', '.offers');
        $this->driver->navigate()->refresh();
        $this->find('#sheet-stage');
        self::assertNotSame([], $this->driver->findElements(WebDriverBy::xpath('//option[normalize-space()="second drawer"]')));

        // A card has a back: turned over, and against the light.
        $this->project('Tool-lending cards');
        $this->clickOn('.station[href$="/press"]');
        $this->find('#as-sheets')->click();
        $this->sees('Cordless drill', '.paper-svg');
        $this->button('Back')->click();
        $this->sees('Lent with trust', '.paper-svg');
        $this->button('Both, against the light')->click();
        $this->sees('Cordless drill', '.paper-svg');
        $this->sees('Lent with trust', '.paper-svg');
        $pdf = $this->download(fn () => $this->button('Download a test sheet to measure this')->click());
        self::assertSame(2, Tools::pages($pdf));
    }
}
