<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Page;
use Morphea\Tests\Tools;

/** Front and back, bleed, codes and transparent grounds in every format, looked at with programs that had no part in making them. */
final class PagesTest extends AppTestCase
{
    public function testFrontAndBackAreMadeByEveryFormat(): void
    {
        $project = $this->starter('lending-card');
        foreach (['pdf', 'pdfs', 'png', 'svg'] as $format) {
            $this->order($project, ['format' => $format, 'which' => 'some', 'rows' => '1-2', 'edge' => 'bleed', 'name' => '{no}']);
            $this->work();
            $made[$format] = $this->download($project);
        }
        self::assertSame(4, Tools::pages($made['pdf']), 'two pieces of two pages');
        self::assertStringContainsString('Cordless drill', Tools::pdfText($made['pdf']));
        self::assertSame(['001.pdf', '002.pdf'], array_keys(Tools::pieces($made['pdfs'])));
        self::assertSame(2, Tools::pages(Tools::pieces($made['pdfs'])['001.pdf']));
        self::assertSame(
            ['001-front.png', '001-back.png', '002-front.png', '002-back.png'],
            array_keys(Tools::pieces($made['png'])),
        );
        self::assertSame(
            ['001-front.svg', '001-back.svg', '002-front.svg', '002-back.svg'],
            array_keys(Tools::pieces($made['svg'])),
        );
        foreach (Tools::pieces($made['svg']) as $name => $svg) {
            self::assertStringNotContainsString('C2185B', $svg, "$name shows no die line");
        }
    }

    public function testBleedIsDrawnAndPdfSaysWhereToCut(): void
    {
        $project = $this->starter('lending-card');
        $this->order($project, ['format' => 'pdf', 'which' => 'some', 'rows' => '1', 'edge' => 'bleed']);
        $this->work();
        $pdf = $this->download($project);
        Tools::assertSoundPdf($pdf);
        $boxes = Tools::pageBoxes($pdf);
        $mm = 72 / 25.4;
        self::assertEqualsWithDelta([0, 0, 69 * $mm, 94 * $mm], $boxes['Media'], 0.2, '3 mm more at every edge');
        self::assertEqualsWithDelta([3 * $mm, 3 * $mm, 66 * $mm, 91 * $mm], $boxes['Trim'], 0.2);
        self::assertSame($boxes['Media'], $boxes['Bleed']);
        $this->order($project, ['format' => 'png', 'which' => 'some', 'rows' => '1', 'edge' => 'cut', 'name' => '{no}']);
        $this->work();
        $size = getimagesizefromstring(Tools::pieces($this->download($project))['001-front.png']);
        self::assertSame([744, 1039], [$size[0] ?? 0, $size[1] ?? 0], 'as cut');
        $this->order($project, ['format' => 'png', 'which' => 'some', 'rows' => '1', 'edge' => 'bleed', 'name' => '{no}']);
        $this->work();
        $png = Tools::pieces($this->download($project))['001-back.png'];
        $size = getimagesizefromstring($png);
        self::assertSame([815, 1110], [$size[0] ?? 0, $size[1] ?? 0]);
        $image = imagecreatefromstring($png);
        self::assertNotFalse($image);
        self::assertSame(0x235457, imagecolorat($image, 4, 4), 'the ground runs on to the very edge');
    }

    public function testEveryPageOfAPdfIsOnItsOwnGround(): void
    {
        $project = $this->starter('thank-you');
        $this->order($project, ['format' => 'pdf', 'which' => 'some', 'rows' => '1', 'edge' => 'bleed']);
        $this->work();
        $back = imagecreatefromstring(Tools::pdfPicture($this->download($project), 2, 100)) ?: self::fail();
        self::assertSame(0xFBF5E9, imagecolorat($back, 4, 4), 'and not on that of the front');
    }

    public function testTheBackdropIsNotMadeAndTheGroundIsSeeThrough(): void
    {
        $project = $this->starter('guild-tote');
        $this->order($project, ['format' => 'png', 'which' => 'some', 'rows' => '1', 'name' => 'tote']);
        $this->work();
        $png = Tools::pieces($this->download($project))['tote.png'];
        self::assertSame(300, Tools::pngDpi($png));
        $image = imagecreatefromstring($png);
        self::assertNotFalse($image);
        self::assertSame([4500, 5400], [imagesx($image), imagesy($image)]);
        foreach ([[10, 10], [2250, 5200], [400, 3000]] as [$x, $y]) {
            self::assertSame(
                127,
                imagecolorsforindex($image, (int) imagecolorat($image, $x, $y))['alpha'],
                "nothing is at $x, $y",
            );
        }
    }

    public function testAnIndependentReaderReadsTheCodesOfExportedPieces(): void
    {
        $cards = $this->starter('lending-card');
        $this->order($cards, ['format' => 'pdf', 'which' => 'some', 'rows' => '1-3', 'edge' => 'bleed']);
        $this->work();
        $pdf = $this->download($cards);
        foreach ([1 => '001', 2 => '002', 3 => '003'] as $piece => $no) {
            self::assertSame(["CODE-128:TOOL-$no"], Tools::codes(Tools::pdfPicture($pdf, 2 * $piece, 200)));
        }
    }

    public function testQrAndEanAreReadInEveryCorrection(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nБерёзова|4|clocks|2026-03-09|400638133393");
        foreach (['qr' => 'QR', 'ean-13' => 'EAN'] as $kind => $name) {
            $this->post("/projects/{$project->id()}/compose/add", ['kind' => $kind]);
        }
        $codes = array_values(
            array_filter($this->reload($project)->design()->layers(), static fn ($layer): bool => $layer instanceof CodeLayer),
        );
        self::assertCount(2, $codes);
        $set = fn (string $layer, array $values) => $this->post("/projects/{$project->id()}/compose/set", [
            'layer' => $layer,
            'set' => $values,
        ]);
        $set($codes[0]->id, ['frame.x' => '20', 'frame.y' => '20', 'frame.width' => '50', 'frame.height' => '50']);
        $set($codes[1]->id, ['frame.x' => '180', 'frame.y' => '20', 'frame.width' => '80', 'frame.height' => '40']);
        $this->post("/projects/{$project->id()}/compose/link", ['layer' => $codes[1]->id, 'column' => 'E']);
        $this->post("/projects/{$project->id()}/compose/words", [
            'layer' => $codes[0]->id,
            'parts' => json_encode([['words' => 'Tidewick: '], ['column' => 'full_name', 'shown' => 'as-written']]),
        ]);
        foreach (['L', 'M', 'Q', 'H'] as $correction) {
            $set($codes[0]->id, ['correction' => $correction]);
            $this->order($project, ['format' => 'png', 'name' => 'codes']);
            $this->work();
            $png = Tools::pieces($this->download($project))['codes.png'];
            self::assertSame(['EAN-13:4006381333931', 'QR-Code:Tidewick: Берёзова'], Tools::codes($png), "at $correction");
        }
    }

    public function testACodeThatCannotBeMadeStopsItsPieceAndSaysWhy(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|4|clocks|2026-03-09|12");
        $this->post("/projects/{$project->id()}/compose/add", ['kind' => 'ean-13']);
        $this->post("/projects/{$project->id()}/compose/link", ['layer' => 'ean-13', 'column' => 'E']);
        self::assertStringContainsString('“12” is not valid for EAN-13, which takes 12 digits', $this->body());
        $this->order($project, ['format' => 'png']);
        $this->work();
        self::assertStringContainsString(
            '✕ 1 not made',
            $this->browser
                ->request('GET', "/projects/{$project->id()}/press")
                ->filter('.run')
                ->text(),
        );
    }

    public function testPagesAreAddedSwitchedChangedAndTakenAway(): void
    {
        $project = $this->project();
        $this->post("/projects/{$project->id()}/compose/page/add");
        self::assertStringContainsString('data-page="1"', $this->body(), 'the new page is shown');
        $this->post("/projects/{$project->id()}/compose/add", ['kind' => 'text', 'page' => '1']);
        $this->post("/projects/{$project->id()}/compose/page", ['page' => '1', 'set' => ['bleed' => '3']]);
        $this->post("/projects/{$project->id()}/compose/page", ['page' => '1', 'set' => ['name' => 'Reverse']]);
        $design = $this->reload($project)->design();
        self::assertSame(
            ['Front', 'Reverse', 35.433],
            [$design->page()->name, $design->page(1)->name, round($design->bleed, 3)],
        );
        self::assertCount(1, $design->page(1)->layers);
        $copied = $this->browser->request('GET', "/projects/{$project->id()}/compose/layers?layer=recipient");
        $this->post("/projects/{$project->id()}/compose/paste", ['page' => '1', 'copied' => $this->body()]);
        self::assertCount(2, $this->reload($project)->design()->page(1)->layers, 'copied across pages');
        $this->browser->request('GET', "/projects/{$project->id()}/compose?layer=recipient-2");
        self::assertStringContainsString('data-page="1"', $this->body(), 'a layer brings its page along');
        $this->post("/projects/{$project->id()}/compose/page/remove", ['page' => '1']);
        self::assertSame(['Front'], $this->pages($project));
        $this->post("/projects/{$project->id()}/compose/undo");
        self::assertSame(['Front', 'Reverse'], $this->pages($project));
    }

    public function testTheSizeIsChangedToAnotherPresetOrToOnesOwn(): void
    {
        $project = $this->project();
        $this->post("/projects/{$project->id()}/compose/size", ['preset' => 'square']);
        self::assertSame('1080 × 1080 px', $this->reload($project)->design()->size());
        $this->post("/projects/{$project->id()}/compose/size", [
            'preset' => 'own',
            'width' => '200',
            'height' => '99,5',
            'unit' => 'mm',
            'dpi' => '300',
        ]);
        self::assertSame('200 × 99.5 mm', $this->reload($project)->design()->size());
        $this->post("/projects/{$project->id()}/compose/size", [
            'preset' => 'own',
            'width' => '9000',
            'height' => '10',
            'unit' => 'mm',
            'dpi' => '300',
        ]);
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('comes to 106,299 pixels', $this->body());
    }

    /** @return list<string> */
    private function pages(Project $project): array
    {
        return array_map(static fn (Page $page): string => $page->name, $this->reload($project)->design()->pages);
    }
}
