<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;
use Morphea\Tests\Tools;

/** Whole jobs with pictures, with artwork from elsewhere, and with two pages; what comes out is opened and looked at. */
final class PicturesAndPagesTest extends BrowserTestCase
{
    private const WAIT_FOR_RUN = 60;

    public function testAPinWithAPicturePlaceholderFromABlankPage(): void
    {
        $this->blank(
            'Winter pins by hand',
            'tall-pin',
            "Thing\tTip\nkettle\tDescale it\nlamp\tNew flex\nsledge\tWax the runners",
        );

        // The pictures first: brought many at once, a broken one among them.
        $this->menu('#add-picture', 'From the library');
        $this->find('#library-files');
        foreach (['kettle' => [200, 40, 30], 'lamp' => [230, 170, 40]] as $name => $colour) {
            $files[] = $path = sys_get_temp_dir() . "/$name.jpg";
            file_put_contents($path, self::picture(...$colour));
        }
        $files[] = $path = sys_get_temp_dir() . '/sledge.jpg';
        file_put_contents($path, 'no picture at all');
        $this->driver->findElement(WebDriverBy::id('library-files'))->sendKeys(implode("\n", $files));
        $this->sees('2 files imported', '#library');
        $this->sees('“sledge.jpg” is not a usable picture', '#library');
        $this->find('#library [data-close]')->click();

        // Both columns are dropped on the bare page; the one that names pictures becomes a picture.
        $this->dropColumn('thing', 0, -100);
        self::assertSame('picture', $this->find('#box-thing')->getAttribute('data-kind'));
        $this->sees('Shows kettle.jpg, 300 × 200 pixels.', '#results');
        $this->drag($this->find('#box-thing'), 0, -20);
        $this->choose('#set-shape-kind', 'ellipse');
        $this->settled();
        $this->dropColumn('tip', 0, 180);
        $this->sees('Descale it', '#page');
        $this->press(WebDriverKeys::ESCAPE);
        $this->find('#row-next')->click();
        $this->sees('New flex', '#page');
        self::assertStringContainsString('lamp.jpg', $this->markup('thing'));

        // The focus is set by a click; a picture that is not there hides by its rule.
        (new WebDriverActions($this->driver))->click($this->find('#box-thing'))->perform();
        $this->sees('Found automatically.', '.rule-panel');
        $size = $this->find('#focus')->getSize();
        (new WebDriverActions($this->driver))
            ->moveToElement($this->find('#focus'), (int) ($size->getWidth() / 2) - 4, 0)
            ->click()
            ->perform();
        $this->sees('Set by hand', '.rule-panel');
        $this->choose('#set-missing-picture', 'kettle.jpg');
        $this->settled();
        $this->find('#row-next')->click();
        $this->sees('The picture “sledge” is missing; “kettle.jpg” is shown instead.', '#results');

        $files = $this->make('png', 'Make 3 pieces');
        self::assertCount(3, $files);
        $middle = [];
        foreach ($files as $png) {
            $image = imagecreatefromstring($png);
            self::assertNotFalse($image);
            self::assertSame([1000, 1500], [imagesx($image), imagesy($image)]);
            $frame = $this->frame;
            $middle[] = imagecolorat($image, (int) $frame['x'], (int) $frame['y']);
        }
        self::assertSame($middle[0], $middle[2], 'the third shows the first one\'s picture');
        self::assertNotSame($middle[0], $middle[1]);
        self::assertEqualsWithDelta(200, ($middle[0] >> 16) & 255, 6);
        self::assertEqualsWithDelta(230, ($middle[1] >> 16) & 255, 6);
    }

    public function testADrawingWithTokensMakesTenPieces(): void
    {
        $rows = "Full name\tCraft";
        for ($i = 1; $i <= 10; ++$i) {
            $rows .= "\nMender No $i\tcraft $i";
        }
        $this->blank('Flyers', 'postcard-a6', $rows);
        $this->menu('#add-picture', 'Import artwork');
        $this->upload(
            '#art-file',
            'flyer.svg',
            '<svg xmlns="http://www.w3.org/2000/svg" width="148mm" height="105mm" viewBox="0 0 1480 1050">' .
            '<rect width="1480" height="1050" fill="#235457"/><text x="740" y="400" text-anchor="middle" ' .
            'font-family="Lora" font-weight="700" font-size="110" fill="#FBF5E9">{Full name}</text>' .
            '<text x="740" y="560" text-anchor="middle" font-family="IBM Plex Sans" font-size="60" ' .
            'fill="#F1C25B">mends {Craft}</text></svg>',
        );
        $this->find('#artwork .btn-go')->click();
        $this->sees('Mender No 1', '#page');
        $this->sees('mends craft 1', '#page');
        $this->sees('all linked', '#bar');
        $this->assertOnePage();
        $this->find('#row-next')->click();
        $this->sees('Mender No 2', '#page');
        $pdf = $this->make('pdf', 'Make 10 pieces');
        Tools::assertSoundPdf($pdf);
        // The preset has a back, which is blank still and not printed.
        self::assertSame(10, Tools::pages($pdf));
        $text = Tools::pdfText($pdf);
        for ($i = 1; $i <= 10; ++$i) {
            self::assertStringContainsString("Mender No $i", $text);
            self::assertStringContainsString("mends craft $i", $text);
        }
        self::assertStringNotContainsString('{', $text);
        self::assertSame(0, Tools::pdfPictures($pdf), 'the drawing stayed one');
    }

    /** What came back from the server took the place of what it renews: no bar, work area or id is there a second time. */
    private function assertOnePage(): void
    {
        foreach (['header', 'main', '#bar', '#work', '#page'] as $part) {
            self::assertCount(1, $this->driver->findElements(WebDriverBy::cssSelector($part)), $part);
        }
        $ids = $this->driver->executeScript('return [...document.querySelectorAll("[id]")].map(({id}) => id)');
        self::assertSame([], array_values(array_diff_key($ids, array_unique($ids))), 'no id is there twice');
    }

    public function testACardWithFrontAndBack(): void
    {
        $this->blank('Lending cards by hand', 'square', "No\tTool\n001\tLadder\n002\tTenon saw");
        $this->dropColumn('tool', 0, 0);
        $this->sees('Ladder', '#page');
        $this->find('#add-page')->click();
        $this->find('#page-1[aria-pressed="true"]');
        $this->settled();
        $this->menu('#add-code', 'QR code');
        $this->find('#box-qr-code');
        $this->press('=', 'a');
        $this->sees('scanners need', '#results');
        $this->sees('No', '#words');
        self::assertSame([], $this->driver->findElements(WebDriverBy::id('box-tool')), 'the front is not in the way');
        // V turns the piece over, without the mouse.
        $this->driver->executeScript('document.activeElement.blur()');
        $this->press('v');
        $this->find('#page-0[aria-pressed="true"]');
        $this->sees('Ladder', '#page');
        $this->find('#row-next')->click();
        $this->sees('Tenon saw', '#page');

        $files = $this->make('png', 'Make 2 pieces');
        self::assertSame(
            ['001 Ladder-front.png', '001 Ladder-back.png', '002 Tenon saw-front.png', '002 Tenon saw-back.png'],
            array_keys($files),
        );
        self::assertSame(['QR-Code:001'], Tools::codes($files['001 Ladder-back.png']));
        self::assertSame(['QR-Code:002'], Tools::codes($files['002 Tenon saw-back.png']));
        self::assertSame([], Tools::codes($files['001 Ladder-front.png']));
    }

    /** @var array{x: float, y: float} the middle of the first placeholder, in dots */
    private array $frame = ['x' => 0.0, 'y' => 0.0];

    /** @return ($format is 'pdf' ? string : array<string, string>) */
    private function make(string $format, string $words): string|array
    {
        $boxes = $this->driver->findElements(WebDriverBy::cssSelector('.box[data-kind="picture"]'));
        if ([] !== $boxes) {
            /** @var array{x: float, y: float, width: float, height: float} $frame */
            $frame = json_decode((string) $boxes[0]->getAttribute('data-frame'), true);
            $this->frame = ['x' => $frame['x'] + $frame['width'] / 2, 'y' => $frame['y'] + $frame['height'] / 2];
        }
        $this->find('#bar .next')->click();
        $this->find('#order');
        $this->orderAs($format);
        $this->settled();
        $this->button($words)->click();
        for (
            $i = 0;
            $i < self::WAIT_FOR_RUN * 5 &&
            [] === $this->driver->findElements(WebDriverBy::cssSelector('.run[data-state="done"]'));
            ++$i
        ) {
            usleep(200_000);
        }
        $made = $this->download(fn () => $this->find('.run[data-state="done"] a')->click());

        return 'pdf' === $format ? $made : Tools::pieces($made);
    }

    private function markup(string $layer): string
    {
        $this->settled();

        return (string) $this->driver->executeScript('return document.getElementById("layer-" + arguments[0]).outerHTML', [
            $layer,
        ]);
    }

    /**
     * @param int<0, 255> $red
     * @param int<0, 255> $green
     * @param int<0, 255> $blue
     */
    private static function picture(int $red, int $green, int $blue): string
    {
        $image = imagecreatetruecolor(300, 200);
        imagefill($image, 0, 0, (int) imagecolorallocate($image, $red, $green, $blue));
        ob_start();
        imagejpeg($image, null, 95);

        return (string) ob_get_clean();
    }
}
