<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverKeys;

/** Whole jobs with tables: tamed, brought anew, typed from nothing, filled in from a blank sheet. */
final class RowsScreenTest extends BrowserTestCase
{
    use GridHands;

    public function testAMessyFileBecomesACleanTableWithTwoRecipes(): void
    {
        $this->begin('Claim tags');
        $this->upload(
            '#table-file',
            'messy.csv',
            "Claims of the week;;;\n;;;\n@Picture;'Owner;Town;Title\nkettle;ottilie van der berg;NW;7 quick " .
            "fixes\n;NG;nw;12 knots\n;;;\nTotal;2;;\n",
        );
        $this->sees('Check messy.csv before importing');
        $this->sees('The 2 lines above the header row are left out');
        $this->sees('Lines below the rows are left out.');
        $this->takeOver();
        $this->sees('2 rows with 4 columns imported.');
        $this->clickOn('.station[href$="/rows"]');
        $this->ready();
        $this->sees('Owner', '#grid');

        // Names in order, and the number parted from the words.
        $this->recipe('case', 'Name', ['#recipe-column' => 'owner', '#recipe-way' => 'title'], 'Ottilie van der Berg');
        $this->sees('[Owner] in title case', '#grid');
        $this->recipe('split', 'Count', ['#recipe-column' => 'title', '#recipe-how' => 'number'], '12');
        self::assertSame([['Ottilie van der Berg', '7'], ['Ng', '12']], $this->cells('name', 'count'));

        // Find and replace, counted first; recipes run again by themselves when a cell changes.
        $this->find('[data-dialog="replace-dialog"]')->click();
        $this->find('#find')->sendKeys('nw');
        $this->find('#with')->sendKeys('Northwater');
        $this->sees('2 cells would change.', '#found');
        $this->button('Replace')->click();
        $this->sees('Northwater', '#grid');
        $this->type('owner', 0, 'tamsin oar');
        $this->eventually(
            fn (): bool => ['Tamsin Oar', '7'] === $this->cells('name', 'count')[0]
                ? true
                : throw new \RuntimeException('not yet'),
            'the recipe did not run again',
        );

        // A circle is refused in words; undo takes back one thing after the other.
        for ($i = 0; $i < 4; ++$i) {
            $this->find('#undo')->click();
            usleep(400_000);
        }
        $this->eventually(
            fn (): bool => [['ottilie van der berg', 'NW'], ['NG', 'nw']] === $this->cells('owner', 'town')
                ? true
                : throw new \RuntimeException('not yet'),
            'undo did not bring the old cells back',
        );
    }

    public function testValuesAreGivenOthersAndTheTableIsPutInOrderByMouse(): void
    {
        $this->begin('Towns');
        $this->upload(
            '#table-file',
            'towns.csv',
            "Owner,Town,Thing\nNg,NW,kettle\nOar,SL,lamp\nPip,nw,boot\nTamsin,ST,clock\n",
        );
        $this->takeOver(true);
        $this->ready();

        // The values of the column wait in the small table for what they become.
        $this->select('town', 0);
        $this->find('#new-recipe')->click();
        $this->choose('#recipe-kind', 'map');
        $this->sees('2 ×', '#recipe-pairs');
        self::assertSame('town', $this->find('#recipe-column')->getAttribute('value'), 'it begins with the selected column');
        $this->find('[aria-label="Replacement for NW"]')->sendKeys('Northwater');
        $this->sees('nw → Northwater', '#recipe-taste');
        $this->sees('Not in the list: SL (1), ST (1)', '#recipe-taste');
        $this->find('#recipe-pairs-more')->click();
        // Two columns copied in a spreadsheet fill it.
        $this->paste("SL\tSlip\nXX\tNowhere");
        $this->sees('SL → Slip', '#recipe-taste');
        $this->choose('#recipe-otherwise', 'words');
        $this->find('#recipe-words')->sendKeys('elsewhere');
        $this->sees('ST → elsewhere', '#recipe-taste');
        $this->find('#recipe-name')->sendKeys('Where');
        $this->button('Save column')->click();
        $this->eventually(
            fn (): bool => [['Northwater'], ['Slip'], ['Northwater'], ['elsewhere']] === $this->cells('where')
                ? true
                : throw new \RuntimeException('not yet'),
            'the values did not become others',
        );

        // The recipe opens again as it was left.
        $this->find('.more-column[data-column="where"]')->click();
        $this->button('Edit recipe')->click();
        $this->sees('Recipe of Where');
        self::assertSame(
            ['NW', 'Northwater', 'SL', 'Slip', 'XX', 'Nowhere'],
            $this->driver->executeScript(
                'return [...document.querySelectorAll("#recipe-pairs tbody [data-pair] input")].map(i => i.value)',
            ),
        );
        $this->press(WebDriverKeys::ESCAPE);

        // A column by its key-cap, a row by its grip.
        $this->put('.tabulator-col[tabulator-field="where"] .cap', '.tabulator-col[tabulator-field="owner"]', -30, 0);
        $this->eventually(
            fn (): bool => ['where', 'owner', 'town', 'thing'] === array_column($this->columns(), 0)
                ? true
                : throw new \RuntimeException(implode(',', array_column($this->columns(), 0))),
            'the column did not move',
        );
        $this->put('.tabulator-row:nth-child(4) .grip', '.tabulator-row:nth-child(2)', 0, -12);
        $this->eventually(
            fn (): bool => [['Ng'], ['Tamsin'], ['Oar'], ['Pip']] === $this->cells('owner')
                ? true
                : throw new \RuntimeException('not yet'),
            'the row did not move',
        );

        // Shown in another order the table itself stays as it is.
        $this->find('.more-column[data-column="owner"]')->click();
        $this->button('Z to A')->click();
        $this->sees('Z to A', '.tabulator-col[tabulator-field="owner"]');
        self::assertSame('Tamsin', $this->find('.tabulator-row:first-child [tabulator-field="owner"]')->getText());
        $this->driver->navigate()->refresh();
        $this->ready();
        self::assertSame([['Ng'], ['Tamsin'], ['Oar'], ['Pip']], $this->cells('owner'));
    }

    public function testANewerFileIsLookedAtBeforeItIsTakenOver(): void
    {
        $this->begin('Updated tags');
        $this->upload('#table-file', 'first.csv', "Tag,Item,Owner\n001,Kettle,Ng\n002,Clock,Oar\n003,Boot,Pip\n");
        $this->takeOver(true);
        $this->ready();
        // Row 2 is switched off, by its number and the menu.
        (new WebDriverActions($this->driver))->click($this->find('.tabulator-row:nth-child(2) .row-header'))->perform();
        $this->menu('#row-acts', 'Leave out');
        $this->sees('1 left out', '#grid-status');

        $this->upload('#table-file', 'second.csv', "Tag,Item,Owner\n002,Clock,Oar and sons\n001,Kettle,Ng\n004,Lamp,Tamsin\n");
        $this->button('Update rows')->click();
        $this->sees('Changes in second.csv');
        $this->sees('Oar and sons', 'ins');
        $this->sees('row 3: 003, Boot, Pip');
        $this->button('Update table')->click();
        $this->sees('1 added, 1 changed, 1 deleted');
        $this->ready();
        self::assertSame([['002', 'Oar and sons'], ['001', 'Ng'], ['004', 'Tamsin']], $this->cells('tag', 'owner'));
        $this->sees('1 left out', '#grid-status');
        $this->find('#undo')->click();
        $this->eventually(
            fn (): bool => [['001', 'Ng'], ['002', 'Oar'], ['003', 'Pip']] === $this->cells('tag', 'owner')
                ? true
                : throw new \RuntimeException('not yet'),
            'the update was not taken back',
        );
    }

    public function testATableTypedAndPastedFromNothingWithTheKeyboard(): void
    {
        $this->begin('Typed tags');
        $this->button('Type rows here')->click();
        $this->ready();
        $this->sees('10 rows', '#grid-status');
        $this->driver->executeScript('document.querySelector("#grid .tabulator-tableholder").focus()');
        $keys = array_map(static fn (array $pair): string => $pair[0], $this->columns());
        // Letters begin typing where the selection is; Enter takes them and goes on to the next row.
        (new WebDriverActions($this->driver))->sendKeys(null, '001')->sendKeys(null, WebDriverKeys::ENTER)->perform();
        $this->eventually(
            fn (): bool => '001' === $this->cells($keys[0])[0][0] ? true : throw new \RuntimeException('not yet'),
            'what was typed is not there',
        );
        $this->paste("002\tKettle\n003\t\"Clock,\nno hands\"\n004\tBoot");
        $this->eventually(
            fn (): bool => ['004', 'Boot'] === $this->cells($keys[0], $keys[1])[3]
                ? true
                : throw new \RuntimeException('not yet'),
            'what was pasted is not there',
        );
        self::assertSame("Clock,\nno hands", $this->cells($keys[1])[2][0]);

        // More is pasted than there are rows: they are added.
        $this->select($keys[0], 8);
        $this->paste("009\n010\n011\n012");
        $this->sees('12 rows', '#grid-status');
        $this->select($keys[1], 1, 3);
        (new WebDriverActions($this->driver))
            ->keyDown(null, WebDriverKeys::CONTROL)
            ->sendKeys(null, 'd')
            ->keyUp(null, WebDriverKeys::CONTROL)
            ->perform();
        $this->eventually(
            fn (): bool => 'Kettle' === $this->cells($keys[1])[3][0] ? true : throw new \RuntimeException('not yet'),
            'it was not filled down',
        );
        $this->select($keys[0], 11);
        (new WebDriverActions($this->driver))
            ->keyDown(null, WebDriverKeys::ALT)
            ->sendKeys(null, WebDriverKeys::ARROW_UP)
            ->keyUp(null, WebDriverKeys::ALT)
            ->perform();
        $this->eventually(
            fn (): bool => '012' === $this->cells($keys[0])[10][0] ? true : throw new \RuntimeException('not yet'),
            'the row did not move',
        );

        // What is typed here is what the design shows.
        $this->clickOn('.station[href$="/compose"]');
        $this->sees('001', '#page');
        $this->sees('all linked', '#stations');
    }

    public function testABlankSheetIsFilledInAndBroughtBack(): void
    {
        $this->begin('Sheet tags');
        $csv = $this->download(fn () => $this->find('a[href$="/rows/blank.csv"]')->click());
        $lines = explode("\r\n", trim($csv));
        self::assertCount(2, $lines, 'headings and a sample row');
        $this->upload(
            '#table-file',
            'filled.csv',
            $lines[0] .
                "\r\n" .
                implode(',', array_map(static fn (int $i): string => "filled $i", range(1, substr_count($lines[0], ',') + 1))) .
                "\r\n",
        );
        $this->takeOver(true);
        $this->sees('all linked', '#stations');
        $this->ready();
        $this->sees('filled 2', '#grid');
    }

    public function testPicturesDroppedOnACellAreThoseOfItsRowsAndCellsShowThem(): void
    {
        $this->begin('Tags with pictures');
        $this->button('Type rows here')->click();
        $this->ready();
        $key = $this->columns()[1][0];
        $file = base64_encode((string) file_get_contents(\dirname(__DIR__) . '/Fixtures/base.png'));
        $drop = 'const [key, data, names, paste] = arguments;
            const bytes = Uint8Array.from(atob(data), (c) => c.charCodeAt(0));
            const carried = new DataTransfer();
            names.forEach((name, i) => carried.items.add(new File([bytes, new Uint8Array(i)], name, {type: "image/png"})));
            const cell = document.querySelectorAll(`.tabulator-cell[tabulator-field="${key}"]`)[2];
            const more = {bubbles: true, cancelable: true};
            if (paste) { document.dispatchEvent(new ClipboardEvent("paste", {clipboardData: carried, ...more})); return; }
            for (const kind of ["dragover", "drop"]) cell.dispatchEvent(new DragEvent(kind, {dataTransfer: carried, ...more}));';
        $this->driver->executeScript($drop, [$key, $file, ['kettle.png', 'lamp.png'], false]);
        $this->eventually(
            fn (): bool => [['kettle.png'], ['lamp.png']] === \array_slice($this->cells($key), 2, 2)
                ? true
                : throw new \RuntimeException('not yet'),
            'the cells do not name the pictures',
        );
        $this->find('#undo')->click();
        $this->eventually(
            fn (): bool => [[''], ['']] === \array_slice($this->cells($key), 2, 2)
                ? true
                : throw new \RuntimeException('not yet'),
            'it was not taken back',
        );
        $this->select($key, 4);
        $this->driver->executeScript($drop, [$key, $file, ['boot.png'], true]);
        $this->eventually(
            fn (): bool => 'boot.png' === $this->cells($key)[4][0] ? true : throw new \RuntimeException('not yet'),
            'the pasted picture is not named',
        );
        $this->driver->executeScript($drop, [$key, base64_encode('no picture'), ['odd.png'], true]);
        $this->sees('odd.png', '#notices');
        $this->driver->get($this->driver->getCurrentURL() . '/pictures');
        $this->sees('kettle.png');
    }

    /** A project from the tag starter, without rows. */
    private function begin(string $name): void
    {
        $this->signIn();
        $this->button('Numbered tag, 90 × 50 mm')->click();
        $this->sees('Import rows');
    }

    /** @param array<string, string> $choices values by field */
    private function recipe(string $kind, string $name, array $choices, string $tasted): void
    {
        $this->find('#new-recipe')->click();
        $this->choose('#recipe-kind', $kind);
        $this->find('#recipe-name')->sendKeys($name);
        foreach ($choices as $field => $value) {
            $this->driver->executeScript(
                'const s = document.querySelector(arguments[0]); s.value = arguments[1]; ' .
                's.dispatchEvent(new Event("input", {bubbles: true}))',
                [$field, $value],
            );
        }
        $this->sees($tasted, '#recipe-taste');
        $this->button('Save column')->click();
        $this->sees($name, '#grid');
    }

    /** @return list<array{string, string}> key and heading */
    private function columns(): array
    {
        /** @var list<array{string, string}> $columns */
        $columns = $this->driver->executeScript(
            'return Tabulator.findTable("#grid")[0].getColumnDefinitions().filter(c => ' .
            '!c.field.startsWith("_")).map(c => [c.field, c.title])',
        );

        return $columns;
    }

    private function put(string $from, string $to, int $x, int $y): void
    {
        (new WebDriverActions($this->driver))
            ->moveToElement($this->find($from))
            ->clickAndHold()
            ->moveByOffset(4, 4)
            ->moveToElement($this->find($to), $x, $y)
            ->release()
            ->perform();
    }

    private function paste(string $text): void
    {
        $this->driver->executeScript(
            'const d = new DataTransfer(); d.setData("text/plain", arguments[0]); ' .
            'document.activeElement.dispatchEvent(new ClipboardEvent("paste", {clipboardData: d, bubbles: true, ' .
            'cancelable: true}))',
            [$text],
        );
    }
}
