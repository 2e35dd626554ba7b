<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Tests\Tools;

/** Artwork made elsewhere, with texts that hold columns. */
final class ArtworkTest extends AppTestCase
{
    private const ART = <<<'SVG'
    <svg xmlns="http://www.w3.org/2000/svg" width="148mm" height="105mm" viewBox="0 0 1480 1050" font-family="Lora">
        <style>/* as drawing programs write it */ .cls-1, rect.cls-2 { fill: #123456; }
            @media print { .cls-1 { fill: red } } .cls-1 { stroke: teal; stroke-width: 4px } #own { fill: #ABCDEF }</style>
        <circle class="cls-1 other" r="9"/><circle id="own" class="cls-1" style="stroke: navy" r="9"/>
        <rect width="1480" height="1050" fill="seagreen"/>
        <g transform="translate(100 0)">
            <text x="640" y="300" text-anchor="middle" style="font-size:90px;font-weight:bold;fill:#FBF5E9">{Full name}</text></g>
        <text x="100" y="520" font-size="40" fill="white">for <tspan font-style="italic" fill="#F1C25B">{Craft}</tspan> and
            <tspan x="100" dy="60">{Hours} hours at the bench</tspan></text>
        <text x="100" y="900" font-size="30" fill="#fff" font-family="Harbour Hand">Tidewick</text>
        <text x="1300" y="900" font-size="30" transform="rotate(-90 1300 900)" fill="#fff">{Register}</text>
        <text x="10 40 70" y="40" font-size="30">abc</text>
    </svg>
    SVG;

    public function testTextsOfADrawingBecomeTextsInPlaceAndInTheirStyle(): void
    {
        $project = $this->blank();
        $this->post(
            "/projects/{$project->id()}/compose/art",
            ['place' => 'ground'],
            ['art' => $this->sent(self::ART, 'flyer.svg')],
        );
        self::assertResponseIsSuccessful();
        $design = $this->reload($project)->design();
        self::assertSame(
            ['flyer', 'full-name', 'craft', 'tidewick', 'register'],
            array_map(static fn ($layer): string => $layer->id, $design->layers()),
        );
        self::assertSame(['full_name', 'craft', 'hours', 'register'], $design->linkedColumns());
        $ground = $design->layer('flyer');
        self::assertInstanceOf(PictureLayer::class, $ground);
        self::assertSame([PictureFit::Cover, true], [$ground->fit, $ground->locked]);
        $name = $this->text($project, 'full-name');
        // 1480 units are 148 mm, 1748 dots: a unit is 1.1811 dots.
        self::assertEqualsWithDelta(90 * 1.1811, $name->style->size, 0.1);
        self::assertEqualsWithDelta(
            740 * 1.1811,
            $name->frame->centreX(),
            0.5,
            'the group it stands in moved it to the middle',
        );
        self::assertSame(
            [Align::Centre, 700, '#FBF5E9', 'Lora'],
            [$name->style->align, $name->style->weight, $name->style->colour, $name->style->family],
        );
        $deed = $this->text($project, 'craft');
        self::assertSame("for {craft} and\n{hours} hours at the bench", $deed->pattern->source);
        self::assertSame(['#F1C25B', true], [$deed->content->parts[1]->mark->colour, $deed->content->parts[1]->mark->italic]);
        self::assertEqualsWithDelta(1.5, $deed->style->lineHeight, 0.001);
        self::assertEqualsWithDelta(-90, $this->text($project, 'register')->frame->rotation, 0.01);
        $this->browser->request('GET', "/projects/{$project->id()}/pictures/flyer.svg");
        self::assertStringNotContainsString('Full name', $this->body(), 'what became a text is gone from the drawing');
        self::assertStringContainsString('>abc</text>', $this->body(), 'letters with places of their own stay in it');
        self::assertStringContainsString('fill="#2E8B57"', $this->body());
        self::assertStringContainsString(
            '<circle r="9" fill="#123456" stroke="#008080" stroke-width="4px"/>',
            $this->body(),
            'what its style sheet says of classes',
        );
        self::assertStringContainsString(
            'fill="#ABCDEF" stroke="#000080" stroke-width="4px"/>',
            $this->body(),
            'an id and its own style count for more',
        );
    }

    public function testAFontThatIsNotHereIsFoundWithAChoiceOfAnother(): void
    {
        $project = $this->blank();
        $this->post(
            "/projects/{$project->id()}/compose/art",
            ['place' => 'layer'],
            ['art' => $this->sent(self::ART, 'flyer.svg')],
        );
        $page = $this->browser->request('GET', "/projects/{$project->id()}/compose?layer=tidewick");
        self::assertStringContainsString('“Harbour Hand” is not installed', $page->filter('#results')->text());
        self::assertGreaterThan(10, $page->filter('#results select[name=to] option')->count());
        $this->post("/projects/{$project->id()}/compose/font", ['from' => 'Harbour Hand', 'to' => 'Caveat']);
        self::assertSame('Caveat', $this->text($project, 'tidewick')->style->family);
        self::assertStringNotContainsString('stands in', $this->body());
    }

    public function testPiecesAreMadeOfTheArtworkAndTheRows(): void
    {
        $project = $this->blank("Full name|Craft|Hours|Register\nNg|clocks|3|7\nOttilie|kettles|4|8");
        $this->post(
            "/projects/{$project->id()}/compose/art",
            ['place' => 'ground'],
            ['art' => $this->sent(self::ART, 'flyer.svg')],
        );
        $this->order($project, ['format' => 'pdf']);
        $this->work();
        $pdf = $this->download($project);
        Tools::assertSoundPdf($pdf);
        self::assertSame(2, Tools::pages($pdf));
        $text = Tools::pdfText($pdf);
        self::assertStringContainsString('for clocks and', $text);
        self::assertStringContainsString('4 hours at the bench', $text);
        self::assertStringNotContainsString('{', $text);
    }

    public function testADrawingThatIsTooMuchLeavesNothingBehind(): void
    {
        $project = $this->blank();
        $this->post(
            "/projects/{$project->id()}/compose/art",
            [],
            ['art' => $this->sent(BadFiles::make('forest.svg'), 'forest.svg')],
        );
        self::assertResponseStatusCodeSame(422);
        self::assertStringContainsString('100,001 elements', $this->body());
        self::assertSame([], $this->reload($project)->design()->layers());
    }

    private function blank(?string $rows = null): Project
    {
        $project = $this->project($rows);
        foreach (
            [
                '/compose/remove' => [
                    'layer' => implode(',', array_map(static fn ($layer): string => $layer->id, $project->design()->layers())),
                ],
                '/compose/size' => ['preset' => 'postcard-a6'],
            ]
            as $address => $fields
        ) {
            $this->post("/projects/{$project->id()}$address", $fields);
            self::assertResponseIsSuccessful();
        }

        return $this->reload($project);
    }

    private function text(Project $project, string $id): TextLayer
    {
        $layer = $this->reload($project)->design()->layer($id);
        self::assertInstanceOf(TextLayer::class, $layer);

        return $layer;
    }
}
