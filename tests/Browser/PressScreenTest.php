<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Morphea\Tests\Tools;

/** Whole jobs at Press: several formats in one order, stop and go on, and what comes after a first run. */
final class PressScreenTest extends BrowserTestCase
{
    use GridHands;

    public function testAnOrderOfTwoFormatsWithAPdfForEachCrewIsKeptAndTakenAgain(): void
    {
        $this->cards('Crews', ["Ottilie\tKettles", "Ng\tClocks", "Влада\tKettles", "Oar\tClocks", "Pip\tKettles"]);
        $this->button('Make 5 pieces')->click();
        $this->orderAs('png', 'pdfs-by');
        $this->choose('[name="of[pdfs-by][by]"]', 'crew');
        $this->choose('[name="of[png][size]"]', 'width');
        $this->retype('[name="of[png][value]"]', '300');
        $this->sees('Clocks.pdf', '#summary');
        $this->sees('300', '#summary');
        $this->find('#kept')->sendKeys('for both');
        $this->button('Save these settings')->click();
        $this->sees('for both', '.kept-orders');
        $this->button('Make 5 pieces')->click();
        $this->sees('✓ 5 made', '.run');
        $this->sees('for both', '.run');
        $files = Tools::pieces($this->download(fn () => $this->find('.run a.btn')->click()));
        ksort($files);
        self::assertSame(
            ['001 Ottilie.png', '002 Ng.png', '003 Влада.png', '004 Oar.png', '005 Pip.png', 'Clocks.pdf', 'Kettles.pdf'],
            array_keys($files),
        );
        self::assertSame([2, 3], [Tools::pages($files['Clocks.pdf']), Tools::pages($files['Kettles.pdf'])]);
        $text = Tools::pdfText($files['Kettles.pdf']);
        self::assertStringContainsString('Влада', $text);
        self::assertStringNotContainsString('Ng', $text);
        self::assertSame(300, (getimagesizefromstring($files['003 Влада.png']) ?: [0])[0]);

        // For the web it was something else; the kept order brings all of it back.
        $this->orderAs('webp');
        $this->sees('002 Ng.webp', '#summary');
        $this->find('.kept-orders a')->click();
        $this->sees('Clocks.pdf', '#summary');
        self::assertTrue($this->find('[value="png"]')->isSelected());
        self::assertFalse($this->find('[value="webp"]')->isSelected());
    }

    public function testARunIsStoppedAndGoesOnWhereItWas(): void
    {
        $this->cards('Many', array_map(static fn (int $i): string => "Volunteer $i\tKettles", range(1, 150)));
        $this->button('Make 150 pieces')->click();
        $this->orderAs('png');
        $this->choose('[name="of[png][size]"]', 'width');
        $this->retype('[name="of[png][value]"]', '2400');
        $this->button('Make 150 pieces')->click();
        $this->sees('per second', '.run');
        $this->button('Stop')->click();
        $this->sees('stopped', '.run');
        $this->button('Continue');
        $sofar = $this->made();
        self::assertGreaterThan(0, $sofar);
        self::assertLessThan(150, $sofar);
        usleep(1_500_000);
        $this->driver->navigate()->refresh();
        self::assertEqualsWithDelta($sofar, $this->made(), 20, 'only what was under way came to its end');

        // The browser is elsewhere while it goes on.
        $this->button('Continue')->click();
        $this->sees('per second', '.run');
        $this->open('/');
        $this->project('Many');
        $this->station('press');
        $this->sees('✓ 150 made', '.run');
        $files = Tools::pieces($this->download(fn () => $this->find('.run a.btn')->click()));
        self::assertCount(150, $files);
        foreach ($files as $name => $png) {
            self::assertSame(2400, (getimagesizefromstring($png) ?: [0])[0], $name);
        }
    }

    public function testAfterOneChangedCellOnePieceIsMadeAndTheTableLinksToIt(): void
    {
        $this->cards('Again', ["Ottilie\tKettles", "Ng\tClocks", "Влада\tKettles", "Oar\tClocks"]);
        $this->button('Make 4 pieces')->click();
        $this->orderAs('pdfs');
        $this->button('Make 4 pieces')->click();
        $this->sees('✓ 4 made', '.run');

        // A cell is mended; every row shows the newest file that was made of it.
        $this->station('rows');
        $this->ready();
        $this->sees('Влада.pdf', '#grid');
        $this->type('name', 1, 'Ngaio');
        $this->sees('Ngaio', '#grid');
        $this->eventually(
            fn (): bool => 'Ngaio' === $this->cells('name')[1][0] ?: throw new \RuntimeException('not yet'),
            'the cell is not mended',
        );
        $this->settled();
        $this->station('press');
        $this->choose('#which', 'changed');
        $this->sees('Make 1 piece', '#bar');
        $this->choose('#which', 'all');
        $this->button('Make 4 pieces')->click();
        $this->sees('✓ 4 made, 3 of them unchanged and reused', '.run');

        // Two picked rows go to Press from the grid.
        $this->station('rows');
        $this->ready();
        $this->sees('Ngaio.pdf', '#grid');
        $this->select('name', 1, 2);
        $this->menu('#row-acts', 'Make pieces of the selected rows');
        $this->sees('Make 2 pieces', '#bar');
        self::assertSame('2-3', $this->find('#rows')->getAttribute('value'));

        // The links go along when the table is written out, and lead to the pieces.
        $this->station('rows');
        $this->ready();
        $xlsx = $this->download(fn () => $this->menu('#write-out', 'XLSX'));
        $rows = Tools::cells($xlsx);
        self::assertSame(['Name', 'Crew', 'File'], $rows[0]);
        self::assertSame(['Ngaio', 'Clocks'], \array_slice($rows[2], 0, 2));
        self::assertStringStartsWith(Application::get()->address . '/projects/', $rows[2][2]);
        $pdf = $this->driver->executeAsyncScript(
            'fetch(arguments[0]).then((a) => a.arrayBuffer()).then((b) => arguments[1](btoa(String.fromCharCode(...new Uint8Array(b)))))',
            [$rows[2][2]],
        );
        self::assertStringContainsString('Ngaio', Tools::pdfText((string) base64_decode((string) $pdf, true)));
    }

    public function testAValueOutOfBoundsIsSaidAtItsField(): void
    {
        $this->project('Motto of the week');
        $this->station('press');
        $this->orderAs('jpeg');
        $quality = $this->find('[name="of[jpeg][quality]"]');
        $quality->sendKeys(WebDriverKeys::CONTROL . 'a' . WebDriverKeys::NULL . '500' . WebDriverKeys::TAB);
        $this->eventually(
            fn (): bool => true === $this->driver->executeScript(
                'return document.activeElement === arguments[0] && arguments[0].validationMessage !== ""',
                [$quality],
            ) ?: throw new \RuntimeException('not yet'),
            'nothing is said of a quality of 500',
        );
    }

    /** The bar is drawn anew whenever something changed, at any moment. */
    private function station(string $path): void
    {
        $this->eventually(function () use ($path): bool {
            $this->driver->findElement(WebDriverBy::cssSelector(".station[href$=\"/$path\"]"))->click();

            return true;
        }, "there is no way to $path");
    }

    /** @param list<string> $rows name and crew, parted by a tab */
    private function cards(string $name, array $rows): void
    {
        $this->blank($name, 'square', "Name\tCrew\n" . implode("\n", $rows));
        $this->dropColumn('name', 0, 0);
        $this->sees('Ottilie' === strtok($rows[0], "\t") ? 'Ottilie' : 'Volunteer 1', '#page');
    }

    private function made(): int
    {
        $this->find('.run');
        $words = $this->driver->findElement(WebDriverBy::cssSelector('.run'))->getText();

        return 1 === preg_match('/(\d+) of 150 made/', $words, $found) ? (int) $found[1] : self::fail("not said: $words");
    }
}
