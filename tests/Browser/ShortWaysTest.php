<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\Remote\RemoteWebElement;
use Facebook\WebDriver\WebDriverBy;
use Morphea\Tests\Tools;

/** How few acts lead from nothing to something: the next one is always the red one. */
final class ShortWaysTest extends BrowserTestCase
{
    private int $acts = 0;
    private const ROWS = "Full name,Hours,Craft,Issued,Register\nNg,4,clocks,2026-03-09,0001\nOar,3,boots,2026-03-09,0002\n";

    public function testFromAStarterWithOwnRowsToAFetchedZipInSixActs(): void
    {
        $this->signIn();
        $this->button('Certificate, A4 landscape')->click();
        $this->act();
        $this->sees('Import rows', '#bar');
        $this->upload('#table-file', 'own.csv', self::ROWS);
        $this->act();
        $this->sees('2 rows, 5 columns', '.decide');
        self::assertCount(1, $this->red(), 'one red thing on the screen');
        $this->red()[0]->click();
        $this->act();
        $this->sees('2 rows with 5 columns imported.');
        $this->sees('Ng', '#page');
        $this->red()[0]->click();
        $this->act();
        $this->find('#order');
        self::assertSame('Make 2 pieces', $this->red()[0]->getText());
        $this->red()[0]->click();
        $this->act();
        $this->sees('✓ 2 made', '.run');
        $zip = $this->download(fn () => $this->find('.run a.btn')->click());
        $this->act();
        self::assertSame(['001 Ng.pdf', '002 Oar.pdf'], array_keys(Tools::pieces($zip)));
        self::assertSame(6, $this->acts());
    }

    public function testFromABlankPageToTheFirstLinkedColumnInFive(): void
    {
        $this->signIn();
        $this->button('New blank project')->click();
        $this->act();
        $this->button('Create project')->click();
        $this->act();
        $this->find('.empty-card');
        // Cells that were copied in a spreadsheet, pasted right on the stage.
        $this->driver->executeScript(
            'const data = new DataTransfer(); data.setData("text/plain", arguments[0]);' .
                'document.body.dispatchEvent(new ClipboardEvent("paste", {clipboardData: data, bubbles: true}))',
            ["Full name\tHours\nNg\t4\nOar\t3"],
        );
        $this->act();
        $this->sees('2 rows, 2 columns', '.decide');
        $this->takeOver();
        $this->act();
        $column = $this->find('#column-full_name');
        (new WebDriverActions($this->driver))
            ->clickAndHold($column)
            ->moveByOffset(60, 40)
            ->moveToElement($this->find('#page'))
            ->release()
            ->perform();
        $this->act();
        $this->find('.box.linked');
        $this->sees('Ng', '#page');
        self::assertSame(5, $this->acts());
    }

    public function testAFileDroppedOnTheDesignIsATableWhereThereIsNone(): void
    {
        $this->signIn();
        $this->button('New blank project')->click();
        $this->button('Create project')->click();
        $this->find('.empty-card');
        $this->driver->executeScript(
            'const data = new DataTransfer(); data.items.add(new File([arguments[0]], "own.csv", {type: "text/csv"}));' .
                'document.getElementById("page").dispatchEvent(new DragEvent("drop", {dataTransfer: data, bubbles: true}))',
            [self::ROWS],
        );
        $this->sees('Check own.csv before importing');
        $this->sees('2 rows, 5 columns', '.decide');
    }

    public function testProjectsAreFoundByNameAndPutInOrder(): void
    {
        $this->signIn();
        $names = fn (): array => $this->driver->executeScript(
            'return [...document.querySelectorAll("#projects article:not([hidden]) .body a")].map((a) => a.textContent.trim())',
        );
        $this->find('#find')->sendKeys('guild');
        self::assertSame(['Guild membership', 'Guild totes'], array_values(array_unique($names())));
        $this->sees('of', '#found');
        $this->choose('#order', 'name');
        $this->eventually(
            function () use ($names): bool {
                $first = array_map(static fn (string $name): string => strtolower($name[0]), $names());
                $sorted = $first;
                sort($sorted);

                return \count($first) > 5 && $first === $sorted ? true : throw new \RuntimeException(implode($first));
            },
            'the projects are not in order',
        );
        $this->find('.kinds form button.name');
    }

    public function testAFrameSaysWhichPictureIsMissingAndSmallHandlesStandOff(): void
    {
        $this->signIn();
        $this->button('Tall pin, 1000 × 1500')->click();
        $this->sees('Import rows', '#bar');
        $this->upload('#table-file', 'pins.csv', "Photo,Kicker,Title,Minutes,Tool\nkettel-red,Soon,Mend it,5,oil\n");
        $this->takeOver();
        $this->sees('kettel-red', '.lacks');
        $this->sees('is missing', '.lacks');
        $this->find('#box-kicker')->click();
        $this->find('#handles');
        $this->eventually(
            fn (): bool => $this->driver->executeScript(
                'const box = document.getElementById("box-kicker").getBoundingClientRect();' .
                    'const at = document.querySelector("#handles .moveable-control.moveable-w").getBoundingClientRect();' .
                    'return box.left - (at.left + at.width / 2)',
            ) > 5
                ? true
                : throw new \RuntimeException('not yet'),
            'the handle hides the end of the text',
        );
        foreach ($this->driver->executeScript(
            'return [...document.querySelectorAll(".layer .acts button")].map((b) => Math.min(b.offsetWidth, b.offsetHeight))',
        ) as $size) {
            self::assertGreaterThanOrEqual(24, $size);
        }
    }

    private function act(): void
    {
        ++$this->acts;
    }

    private function acts(): int
    {
        return $this->acts;
    }

    /** @return list<RemoteWebElement> what is red and can be pressed */
    private function red(): array
    {
        return array_values(
            array_filter(
                $this->driver->findElements(WebDriverBy::cssSelector('.btn-go')),
                static fn ($button): bool => $button->isDisplayed(),
            ),
        );
    }
}
