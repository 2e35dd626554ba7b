<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Import\PictureReader;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Assets\StoredPicture;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Tests\English;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\TestWith;

final class PicturesTest extends AppTestCase
{
    #[TestWith(['plain.jpg', true])]
    #[TestWith(['base.png', true])]
    #[TestWith(['turned.jpg', false])]
    #[TestWith(['deep.png', false])]
    #[TestWith(['base.webp', false])]
    #[TestWith(['cmyk.jpg', false])]
    public function testPicturesOfEveryKindComeOutUprightAndInTheirColours(string $file, bool $untouched): void
    {
        $bytes = (string) file_get_contents(\dirname(__DIR__) . "/Fixtures/$file");
        $read = self::getContainer()->get(PictureReader::class)->read($bytes, $file);
        self::assertSame($untouched, $bytes === $read->bytes, 'what every program shows alike stays as it is');
        self::assertSame([60.0, 40.0], [$read->width, $read->height]);
        $image = imagecreatefromstring($read->bytes);
        self::assertNotFalse($image);
        // Red at the left, blue at the right, green along the top; printing inks cannot be as bright.
        $slack = 'cmyk.jpg' === $file ? 0x60 : 0x08;
        foreach ([[8, 30, [0xc8, 0x1e, 0x1e]], [50, 30, [0x1e, 0x1e, 0xc8]], [8, 4, [0x1e, 0xc8, 0x1e]]] as [$x, $y, $colour]) {
            $found = imagecolorsforindex($image, (int) imagecolorat($image, $x, $y));
            self::assertEqualsWithDelta($colour, [$found['red'], $found['green'], $found['blue']], $slack, "at $x, $y");
            self::assertSame(
                array_search(max($colour), $colour, true),
                array_search(
                    max($found['red'], $found['green'], $found['blue']),
                    [$found['red'], $found['green'], $found['blue']],
                    true,
                ),
            );
        }
    }

    public function testWhatACameraNotesIsNotKept(): void
    {
        $read = self::getContainer()
            ->get(PictureReader::class)
            ->read((string) file_get_contents(\dirname(__DIR__) . '/Fixtures/turned.jpg'), 'turned.jpg');
        self::assertStringNotContainsString('Exif', $read->bytes);
    }

    public function testManyPicturesAndAZipComeInAndTheBadOnesAreTold(): void
    {
        $project = $this->project();
        $jpg = (string) file_get_contents(\dirname(__DIR__) . '/Fixtures/plain.jpg');
        $zip = (string) tempnam(sys_get_temp_dir(), 'zip');
        $archive = new \ZipArchive();
        $archive->open($zip, \ZipArchive::OVERWRITE);
        foreach (
            [
                'photos/kettle.jpg' => $jpg,
                'photos/notes.txt' => 'hello',
                '__MACOSX/photos/._kettle.jpg' => 'x',
                'photos/' => '',
                'deep.png' => (string) file_get_contents(\dirname(__DIR__) . '/Fixtures/deep.png'),
            ]
            as $name => $bytes
        ) {
            str_ends_with($name, '/') ? $archive->addEmptyDir($name) : $archive->addFromString($name, $bytes);
        }
        $archive->close();
        $this->post(
            "/projects/{$project->id()}/library",
            [],
            [
                'pictures' => [
                    $this->sent($jpg, 'lamp.jpg'),
                    $this->sent(substr($jpg, 0, 500), 'half.jpg'),
                    $this->sent((string) file_get_contents($zip), 'photos.zip'),
                ],
            ],
        );
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('3 files imported', $this->body());
        self::assertStringContainsString('“half.jpg” is incomplete.', $this->body());
        self::assertStringContainsString('“notes.txt” is not a usable picture.', $this->body());
        self::assertStringNotContainsString('MACOSX', $this->body());
        $names = array_map(
            static fn (StoredPicture $asset): string => $asset->name(),
            self::getContainer()->get(PictureStore::class)->all($this->reload($project)),
        );
        self::assertSame(['border.svg', 'deep.png', 'kettle.jpg', 'lamp.jpg', 'seal.svg'], $names);
        $hashes = $this->entities()
            ->getConnection()
            ->fetchFirstColumn('SELECT DISTINCT hash FROM picture WHERE name IN (?, ?)', ['kettle.jpg', 'lamp.jpg']);
        self::assertCount(1, $hashes, 'identical files are kept once');
    }

    public function testAPictureInUseStaysAndOthersGo(): void
    {
        $project = $this->project();
        $this->bring($project, 'lamp.jpg', (string) file_get_contents(\dirname(__DIR__) . '/Fixtures/plain.jpg'));
        $this->post("/projects/{$project->id()}/library/seal.svg/remove");
        self::assertStringContainsString('“seal.svg” is in use.', $this->body());
        $this->post("/projects/{$project->id()}/library/lamp.jpg/remove");
        self::assertStringContainsString('“lamp.jpg” was deleted.', $this->body());
        self::assertStringNotContainsString('Delete lamp.jpg', $this->body());
        self::assertStringContainsString('seal.svg', $this->body());
    }

    public function testAPictureThatRowsNameIsAskedAboutBeforeItGoesAndComesBackAsItWas(): void
    {
        $project = $this->project("Full name|Thing\nNg|lamp\nOar|LAMP.jpg\nPip|");
        $this->bring($project, 'lamp.jpg', (string) file_get_contents(\dirname(__DIR__) . '/Fixtures/plain.jpg'));
        $library = "/projects/{$project->id()}/library";
        $pictures = self::getContainer()->get(PictureStore::class);
        $lamp = $pictures->find($this->reload($project), 'lamp.jpg');
        self::assertNotNull($lamp);
        $pictures->focus($lamp, 0.9, 0.1);
        $this->post("$library/lamp.jpg/remove");
        self::assertStringContainsString('Delete “lamp.jpg”? 2 rows name it.', $this->body());
        self::assertNotNull($pictures->find($this->reload($project), 'lamp.jpg'), 'it was only asked');

        $this->post("$library/lamp.jpg/remove", ['sure' => '1']);
        self::assertStringContainsString('“lamp.jpg” was deleted.', $this->body());
        self::assertNull($pictures->find($this->reload($project), 'lamp.jpg'));

        $this->post("$library-back");
        self::assertStringContainsString('1 file imported: lamp.jpg.', $this->body());
        self::assertSame([0.9, 0.1], $pictures->find($this->reload($project), 'lamp.jpg')?->focus());
        $this->post("$library-back");
        self::assertStringContainsString('There is nothing to restore.', $this->body());

        $this->post("$library/lamp.jpg/remove", ['sure' => '1']);
        $this->files()->delete($lamp->path());
        $this->post("$library-back");
        self::assertStringContainsString('“lamp.jpg” is no longer stored.', $this->body());
        self::assertNull($pictures->find($this->reload($project), 'lamp.jpg'), 'no picture without its bytes');
    }

    public function testAPictureIsPutOnThePageChangedToldByAColumnAndFocused(): void
    {
        $project = $this->project("Full name|Thing\nNg|lamp\nOar|\nPip|kettel");
        $this->bring($project, 'lamp.jpg', (string) file_get_contents(\dirname(__DIR__) . '/Fixtures/plain.jpg'));
        $compose = "/projects/{$project->id()}/compose";
        $this->post("$compose/picture", ['name' => 'lamp.jpg']);
        self::assertSame('lamp.jpg', $this->picture($project, 'lamp')->source);
        $this->post("$compose/set", [
            'layer' => 'lamp',
            'set' => [
                'picture.fit' => 'cover',
                'shape.kind' => 'path',
                'look.tone' => 'tint',
                'look.tint' => '#235457',
                'missing.picture' => 'seal.svg',
            ],
        ]);
        $this->post("$compose/set", ['layer' => 'lamp', 'set' => ['effect' => 'picture.shadow']]);
        $layer = $this->picture($project, 'lamp');
        self::assertSame(
            ['cover', 'path', 'tint', 'seal.svg', true],
            [
                $layer->fit->value,
                $layer->shape->kind->value,
                $layer->look->tone->value,
                $layer->missing->other,
                null !== $layer->shadow,
            ],
        );
        self::assertStringContainsString(
            'lamp.jpg?tone=tint&amp;tint=235457',
            $this->body(),
            'the stage asks for it in that tone',
        );
        $this->post("$compose/link", ['layer' => 'lamp', 'column' => 'B']);
        self::assertSame(['thing'], $this->picture($project, 'lamp')->columns());
        $stage = fn (int $row): string => $this->browser
            ->request('GET', "$compose?layer=lamp&row=$row")
            ->filter('#results')
            ->text();
        self::assertStringContainsString('Shows lamp.jpg, 60 × 40 pixels.', $stage(1));
        self::assertStringContainsString('No picture is named; nothing is shown.', $stage(2));
        self::assertStringContainsString('The picture “kettel” is missing; “seal.svg” is shown instead.', $stage(3));
        $this->post("/projects/{$project->id()}/library/lamp.jpg/focus", ['x' => '0.9', 'y' => '0.1', 'layer' => 'lamp']);
        self::assertStringContainsString('Set by hand', $this->body());
        $store = self::getContainer()->get(PictureStore::class);
        self::assertSame([0.9, 0.1], $store->find($this->reload($project), 'lamp.jpg')?->focus());
        $this->post("/projects/{$project->id()}/library/lamp.jpg/focus", ['layer' => 'lamp']);
        self::assertNotSame([0.9, 0.1], $store->find($this->reload($project), 'lamp.jpg')->focus());
    }

    public function testAPictureInATintIsTheSameInBrowserAndExport(): void
    {
        $project = $this->project();
        $this->bring($project, 'lamp.jpg', (string) file_get_contents(\dirname(__DIR__) . '/Fixtures/deep.png'));
        $this->browser->request('GET', "/projects/{$project->id()}/pictures/lamp.png?tone=grey");
        $image = imagecreatefromstring($this->body());
        self::assertNotFalse($image);
        // 0.2126 of C8, 0.7152 and 0.0722 of 1E.
        self::assertEqualsWithDelta(0x42, imagecolorat($image, 8, 30) & 0xff, 1);
        self::assertSame(imagecolorat($image, 8, 30) & 0xff, (imagecolorat($image, 8, 30) >> 16) & 0xff);
    }

    /** @param string $words of the message, after the name of the file */
    #[TestWith(['half.jpg', 'is incomplete'])]
    #[TestWith(['large.png', 'is 30,000 × 30,000 pixels'])]
    #[TestWith(['page.png', 'is not a usable picture'])]
    #[TestWith(['bomb.svg', 'defines entities'])]
    #[TestWith(['half.svg', 'is not a readable SVG'])]
    #[TestWith(['forest.svg', 'has 100,001 elements; a drawing can have up to 20,000'])]
    #[TestWith(['sizeless.svg', 'has no size'])]
    #[TestWith(['half.pdf', 'is not a readable PDF'])]
    #[TestWith(['locked.pdf', 'is locked with a password'])]
    #[TestWith(['book.pdf', 'has 500 pages; import one with up to 100'])]
    public function testBadPicturesAreRefusedInWordsWithinBounds(string $name, string $words): void
    {
        $before = memory_get_usage();
        memory_reset_peak_usage();
        try {
            self::getContainer()->get(PictureReader::class)->read(BadFiles::make($name), $name);
            self::fail("$name was taken");
        } catch (UploadException $e) {
            self::assertStringContainsString("“{$name}” $words", English::say($e));
        }
        self::assertLessThan(80_000_000, memory_get_peak_usage() - $before);
    }

    public function testADrawingCannotMultiplyItselfWithoutEnd(): void
    {
        $chain = '<g id="a0"><rect width="1" height="1"/></g>';
        for ($i = 1; $i <= 40; ++$i) {
            $chain .= \sprintf('<g id="a%d"><use href="#a%d"/><use xlink:href="#a%d"/></g>', $i, $i - 1, $i - 1);
        }
        $project = $this->project();
        $this->bring(
            $project,
            'chain.svg',
            '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="10" height="10">' .
                $chain .
                '<use href="#a40"/></svg>',
        );
        $this->browser->request('GET', "/projects/{$project->id()}/pictures/chain.svg");
        self::assertSame(2, substr_count($this->body(), '<use '), 'only those that lead to something drawn stay');
    }

    public function testDrawingsCannotRunAnything(): void
    {
        $project = $this->project();
        $this->bring(
            $project,
            'logo.svg',
            '<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10" onload="alert(1)">' .
            '<script>alert(2)</script><image href="file:///etc/passwd" width="10" height="10"/>' .
            '<a href="javascript:alert(3)"><rect width="5" height="5"/></a>' .
            '<rect style="fill:#123456;background:url(http://x)" width="10" height="10" onclick="alert(4)"/>' .
            '<rect fill="rgb(50%, 0%, 0%)" stroke="RebeccaPurple"/></svg>',
        );
        $this->browser->request('GET', "/projects/{$project->id()}/pictures/logo.svg");
        self::assertStringContainsString('#123456', $this->body());
        self::assertStringContainsString('fill="#800000" stroke="#663399"', $this->body(), 'colours are written one way');
        self::assertStringContainsString(
            'sandbox',
            (string) $this->browser->getResponse()->headers->get('Content-Security-Policy'),
        );
        self::assertSame('nosniff', $this->browser->getResponse()->headers->get('X-Content-Type-Options'));
        foreach (['alert', 'passwd', 'javascript', 'onload', 'http://x'] as $bad) {
            self::assertStringNotContainsString($bad, $this->body());
        }
    }

    public function testAPageOfAPdfStaysLettersAndLinesInPdf(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|2026-03-09|1");
        $this->order($project, ['format' => 'pdf']);
        $this->work();
        $page = $this->download($project);
        $this->post(
            "/projects/{$project->id()}/compose/art",
            ['place' => 'ground', 'pdf_page' => '1'],
            ['art' => $this->sent($page, 'leaflet.pdf')],
        );
        self::assertResponseIsSuccessful();
        self::assertStringStartsWith('leaflet', (string) $this->reload($project)->design()->page()->layers[0]->id);
        $this->order($project, ['format' => 'pdf']);
        $this->work();
        $pdf = $this->download($project);
        Tools::assertSoundPdf($pdf);
        self::assertSame(0, Tools::pdfPictures($pdf), 'nothing of the page became pixels');
        $this->post("/projects/{$project->id()}/compose/art", ['pdf_page' => '7'], ['art' => $this->sent($page, 'leaflet.pdf')]);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('“leaflet.pdf” has 1 page; there is no page 7.', $this->body());
    }

    private function bring(Project $project, string $name, string $bytes): void
    {
        $this->post("/projects/{$project->id()}/library", [], ['pictures' => [$this->sent($bytes, $name)]]);
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('1 file imported', $this->body());
    }

    private function picture(Project $project, string $id): PictureLayer
    {
        $layer = $this->reload($project)->design()->layer($id);
        self::assertInstanceOf(PictureLayer::class, $layer);

        return $layer;
    }
}
