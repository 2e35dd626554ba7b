<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Morphea\Tests\Tools;

/** A whole job by somebody who reads German, from a spreadsheet to finished pieces; axe-core finds nothing in it either. */
final class GermanJobTest extends BrowserTestCase
{
    use Axe;
    use Strangers;

    protected function tearDown(): void
    {
        // The demo's member is every test's.
        $this->speak('');
        parent::tearDown();
    }

    public function testAWholeJobInGerman(): void
    {
        $this->signIn();
        $this->speak('de');
        $this->sees('Ihr Konto', 'h1');
        $this->axe('account, in German');
        $this->project('Mending certificates');
        $project = (string) preg_replace('~^.+(/projects/\w+)/.+$~', '$1', $this->driver->getCurrentURL());
        $this->axe('compose, in German');

        $this->clickOn('.station[href$="/rows"]');
        $this->find('#grid[data-ready]');
        $this->upload(
            '#table-file',
            'mehr.csv',
            "Full name;Hours;Craft;Issued;Register;Mail\nGünther Größe;1.234,5;Uhren;03.04.2026;0901;g@dune.example\n" .
                "Lea;2;Stühle;04.04.2026;0902;\n",
        );
        $this->sees('mehr.csv vor dem Import prüfen');
        $this->axe('import, in German');
        $this->open("$project/rows");
        $this->find('#grid[data-ready]');

        $this->clickOn('.station[href$="/proof"]');
        $this->sees('60 Stücke');
        $this->axe('proof, in German');

        $this->clickOn('.station[href$="/press"]');
        $this->find('#order');
        $this->orderAs('png');
        $this->choose('#which', 'some');
        $this->find('#rows')->sendKeys('1,3' . WebDriverKeys::TAB);
        $this->sees('2 Stücke fertigen', '#bar');
        $this->axe('press, in German');
        $this->clickOn('#make');
        $this->sees('✓ 2 gefertigt', '.run');
        self::assertCount(2, Tools::pieces($this->download(fn () => $this->find('.run a.btn')->click())));

        // The order of a mailing, with its plural in the button.
        $this->open("$project/deliver/mail");
        $this->sees('2 E-Mails senden', '#bar');
        $this->sees('Guten Tag', '#message-words');
        $this->axe('email, in German');
        // Dates of the schedule are German, and so is what is refused.
        $this->open("$project/deliver/calendar");
        self::assertSame(
            ['Mo', 'Di', 'Mi', 'Do', 'Fr', 'Sa', 'So'],
            array_map(
                static fn ($day): string => $day->getText(),
                $this->driver->findElements(WebDriverBy::cssSelector('.days th')),
            ),
        );
        $this->retype('#times', 'mittags');
        $this->find('#order .btn-go')->click();
        $this->sees('„mittags“ ist keine Uhrzeit.', '#notices');
        $this->axe('schedule, in German');
    }

    public function testAStrangersAnswerAndItsVerificationInGerman(): void
    {
        $this->blank('Dank', 'square', "Name\tOrt\nIsolde\tTidewick");
        $this->dropColumn('name', 0, -80);
        $project = (string) preg_replace('~^.*(/projects/\w+)/.+$~', '$1', $this->driver->getCurrentURL());
        $this->speak('de');
        $this->open("$project/deliver");
        $this->choose('#project-language', 'de');
        $this->find('form[action$="/deliver/language"] button')->click();
        $this->sees('Freigabeseiten, Formulare und E-Mails sind jetzt auf Deutsch', '#notices');
        $this->axe('deliver, in German');

        $this->open("$project/deliver/genuine");
        $this->button('Codes anlegen')->click();
        $this->button('Code in den Entwurf einfügen')->click();
        $this->sees('✓ Der Code steht auf dem Stück', '.steps');
        $this->axe('verification, in German');
        $this->open("$project/deliver/form");
        $this->retype('#title', 'Wer hat geholfen?');
        $this->button('Formular öffnen')->click();
        $this->sees('✓ Offen.');
        $this->axe('form, in German');
        $form = (string) parse_url((string) $this->find('.rule a[href*="/answer/"]')->getAttribute('href'), \PHP_URL_PATH);

        // Whoever has the address reads it in the language of the project, whatever their browser speaks.
        $member = $this->driver->manage()->getCookies();
        $this->driver->manage()->deleteAllCookies();
        $this->open($form);
        $this->sees('Wer hat geholfen?', 'h1');
        sleep(2);
        $this->button('Vorschau ansehen')->click();
        $this->sees('Dieses Feld wird gebraucht.', '.field.bad');
        $this->axe('response, in German');
        $this->find('#answer-1')->sendKeys('Ada Fell');
        sleep(2);
        $this->button('Vorschau ansehen')->click();
        $this->sees('Vorschau', 'h1');
        $this->button('Senden')->click();
        $this->sees('Danke. Ihre Antwort ist eingegangen.');

        $this->comeBack($member);
        $this->open("$project/rows");
        $this->find('#grid[data-ready]');
        $this->find('#grid [tabulator-field="name"]');
        $this->acceptSecondRow();
        $this->open("$project/press");
        $this->sees('2 Stücke fertigen', '#bar');
        $this->find('#make')->click();
        $this->sees('✓ 2 gefertigt', '.run');
        $this->open("$project/deliver/genuine");
        $this->button('Stücke siegeln')->click();
        $this->sees('2 gesiegelt');
        $code = $this->driver->findElement(WebDriverBy::xpath('//tr[th="Ada Fell"]//a'))->getText();

        $this->driver->manage()->deleteAllCookies();
        $this->open("/genuine/$code");
        $this->sees('✓ Gültig', 'h1');
        $this->sees('Ada Fell', '.verdict');
        self::assertSame('de', $this->find('html')->getAttribute('lang'));
        $this->axe('verification page, in German');
        $this->comeBack($member);
    }

    private function speak(string $language): void
    {
        $this->open('/account');
        $this->choose('#language', $language);
        $this->find('#language')->submit();
    }
}
