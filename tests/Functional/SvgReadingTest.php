<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Import\SvgCleaner;
use Morphea\App\Engine\Import\SvgColours;
use Morphea\App\Engine\Import\SvgFile;
use Morphea\App\Engine\Import\SvgTexts;
use Morphea\App\Engine\Import\SvgTransform;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Rendering\Layout\ArtText;
use Morphea\Core\Rendering\Text\FontBook;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Drawings from elsewhere: how large they are, what of them is kept, and which of their texts can stand as texts of a design. */
#[Group('alone')]
final class SvgReadingTest extends TestCase
{
    #[TestWith(['width="200" height="100"', 200.0, 100.0])]
    #[TestWith(['width="50mm" height="25mm"', 188.9764, 94.4882])]
    #[TestWith(['width="1in" height="72pt"', 96.0, 96.0])]
    #[TestWith(['viewBox="0 0 640 480"', 640.0, 480.0])]
    #[TestWith(['width="320" viewBox="0 0 640 480"', 320.0, 240.0, 'by its width'])]
    #[TestWith(['height="120" viewBox="0 0 640 480"', 160.0, 120.0, 'or its height'])]
    #[TestWith(['width="100%" height="100%" viewBox="10 10 30 20"', 30.0, 20.0, 'a share of a page nobody knows is no size'])]
    #[TestWith(['width="100" height="100" viewBox="0 0 200 100"', 100.0, 50.0, 'it keeps its shape'])]
    public function testADrawingSaysHowLargeItIs(string $attributes, float $width, float $height, string $because = ''): void
    {
        $file = SvgFile::read("<svg xmlns=\"http://www.w3.org/2000/svg\" $attributes/>", 'x.svg');
        self::assertSame([$width, $height], [$file->width, $file->height], $because);
    }

    #[TestWith(['<svg xmlns="http://www.w3.org/2000/svg"/>', 'has no size'])]
    #[TestWith(['<svg xmlns="http://www.w3.org/2000/svg" width="0" height="5"/>', 'has no size'])]
    #[TestWith(['<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 0 0"/>', 'has no size'])]
    #[TestWith(['<html/>', 'is not a readable SVG drawing'])]
    #[TestWith(['<svg width="5" height="5">', 'is not a readable SVG drawing'])]
    #[TestWith(['', 'is not a readable SVG drawing'])]
    #[TestWith(['<!DOCTYPE svg [<!ENTITY a "b">]><svg width="5" height="5"/>', 'defines entities'])]
    public function testWhatIsNoDrawingIsRefusedInWords(string $svg, string $words): void
    {
        English::refuses($words, static fn (): mixed => SvgFile::read($svg, 'x.svg'));
    }

    #[TestWith(['tomato', '#FF6347'])]
    #[TestWith(['#C6e', '#CC66EE'])]
    #[TestWith(['#c63d1e', '#C63D1E'])]
    #[TestWith(['rgb(198, 61, 30)', '#C63D1E'])]
    #[TestWith(['rgba(198 61 30 / 50%)', '#C63D1E'])]
    #[TestWith(['rgb(100%, 0%, 50%)', '#FF0080'])]
    #[TestWith(['rgb(300, 0, 0)', '#FF0000'])]
    #[TestWith(['none', 'none'])]
    #[TestWith(['currentColor', 'currentColor'])]
    public function testColoursComeOutInOneForm(string $written, string $plain): void
    {
        self::assertSame($plain, SvgColours::plain($written));
    }

    #[TestWith(['', 3.0, 4.0, 3.0, 4.0])]
    #[TestWith(['translate(10)', 3.0, 4.0, 13.0, 4.0])]
    #[TestWith(['translate(10 20) scale(2)', 3.0, 4.0, 16.0, 28.0, 'the last is done first'])]
    #[TestWith(['scale(2) translate(10, 20)', 3.0, 4.0, 26.0, 48.0])]
    #[TestWith(['rotate(90)', 3.0, 4.0, -4.0, 3.0])]
    #[TestWith(['rotate(180 10 10)', 3.0, 4.0, 17.0, 16.0])]
    #[TestWith(['matrix(1 0 0 1 5 6)', 3.0, 4.0, 8.0, 10.0])]
    #[TestWith(['skewX(45)', 3.0, 4.0, 7.0, 4.0])]
    public function testTransformsMovePoints(
        string $transform,
        float $x,
        float $y,
        float $toX,
        float $toY,
        string $because = '',
    ): void {
        $matrix = SvgTransform::parse($transform);
        self::assertNotNull($matrix);
        self::assertEqualsWithDelta([$toX, $toY], SvgTransform::point($matrix, $x, $y), 1e-9, $because);
    }

    public function testOnlyTurnsAndEvenScalesKeepShapes(): void
    {
        $similarity = static fn (string $transform): ?array => SvgTransform::similarity(
            SvgTransform::parse($transform) ?? self::fail("$transform is not read"),
        );
        self::assertEqualsWithDelta([2.0, 30.0], $similarity('translate(9 9) rotate(30) scale(2)'), 1e-9);
        foreach (['scale(2 1)', 'skewX(10)', 'scale(-1 1)', 'scale(0)'] as $bent) {
            self::assertNull($similarity($bent), $bent);
        }
        self::assertNull(SvgTransform::parse('perspective(3)'));
        self::assertNull(SvgTransform::parse('matrix(1 2 3)'));
    }

    #[TestWith(['12', 12.0])]
    #[TestWith(['12pt', 16.0])]
    #[TestWith(['1.5em', 30.0])]
    #[TestWith(['50%', 10.0])]
    #[TestWith(['normal', 0.0])]
    #[TestWith(['large', 20.0])]
    public function testLengths(string $written, float $pixels): void
    {
        self::assertEqualsWithDelta($pixels, SvgTransform::length($written, 20.0), 1e-9);
    }

    /** @param list<string> $without */
    #[DataProvider('unsafe')]
    public function testNothingThatActsOrLeadsOutsideIsKept(string $inside, array $without): void
    {
        $clean = self::clean($inside);
        foreach ($without as $gone) {
            self::assertStringNotContainsStringIgnoringCase($gone, $clean);
        }
        self::assertStringContainsString('<circle', $clean, 'what stands beside it stays');
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function unsafe(): iterable
    {
        yield 'scripts' => ['<script>alert(1)</script><script xlink:href="x.js"/>', ['script', 'alert', 'x.js']];
        yield 'events' => ['<rect width="5" height="5" onclick="go()" onload="go()"/>', ['onclick', 'onload', 'go()']];
        yield 'links' => ['<a href="https://elsewhere.example"><rect width="5" height="5"/></a>', ['elsewhere', '<a ']];
        yield 'pictures from elsewhere' => [
            '<image href="https://elsewhere.example/x.png" width="5" height="5"/><image href="file:///etc/passwd"/>',
            ['elsewhere', 'passwd', '<image'],
        ];
        yield 'a picture that is none' => ['<image href="data:image/png;base64,AAAA" width="5" height="5"/>', ['<image']];
        yield 'drawings inside as data' => [
            '<image href="data:image/svg+xml;base64,PHN2Zz4=" width="5" height="5"/>',
            ['<image'],
        ];
        yield 'other documents' => ['<use href="other.svg#part"/><use href="#part"/>', ['other.svg']];
        yield 'fills from elsewhere' => [
            '<rect fill="url(https://elsewhere.example/x#y)" style="stroke:url(//elsewhere.example)" width="5" height="5"/>',
            ['elsewhere'],
        ];
        yield 'pages inside' => ['<foreignObject><iframe src="x"/></foreignObject>', ['foreignobject', 'iframe']];
        yield 'movement' => [
            '<rect width="5" height="5"><animate attributeName="x" to="9"/><set attributeName="href" to="javascript:x"/></rect>',
            ['animate', 'javascript', '<set'],
        ];
        yield 'styles from elsewhere' => [
            '<style>@import url("https://elsewhere.example/x.css"); rect { fill: red }</style>',
            ['@import', 'elsewhere', '<style'],
        ];
        yield 'names of its own' => [
            '<x:thing xmlns:x="urn:x" x:y="1"><script xmlns="http://www.w3.org/1999/xhtml">alert(1)</script></x:thing>',
            ['thing', 'script', 'alert'],
        ];
    }

    public function testWhatDrawsIsKeptUnderIdsOfItsOwn(): void
    {
        $clean = self::clean('<defs><linearGradient id="glow"><stop offset="0" stop-color="tomato"/></linearGradient>
            <clipPath id="cut"><rect width="5" height="5"/></clipPath></defs>
            <g clip-path="url(#cut)" class="x"><rect width="9" height="9" fill="url(#glow)"/><use xlink:href="#glow"/></g>');
        self::assertSame(1, preg_match('/id="(i[0-9a-f]{8}-glow)"/', $clean, $m));
        self::assertStringContainsString("fill=\"url(#$m[1])\"", $clean);
        self::assertStringContainsString("xlink:href=\"#$m[1]\"", $clean);
        self::assertStringContainsString('stop-color="#FF6347"', $clean);
        self::assertStringContainsString('clip-path="url(#i', $clean);
        self::assertStringNotContainsString('class=', $clean);
    }

    public function testStyleSheetsCountByWhatTheySelect(): void
    {
        $clean = self::clean('<style>rect { fill: red; stroke: blue } .b { fill: green }
            rect.b { stroke-width: 3 } #c { fill: gold }</style>
            <rect width="1" height="1"/><rect class="b" width="2" height="2"/><rect class="b" id="c" width="3" height="3"/>
            <rect id="c2" class="b" style="fill:#123456" width="4" height="4"/>');
        preg_match_all('/<rect[^>]*>/', $clean, $found);
        [$plain, $class, $id, $own] = $found[0];
        self::assertStringContainsString('fill="#FF0000"', $plain);
        self::assertStringContainsString('stroke="#0000FF"', $plain);
        self::assertStringContainsString('fill="#008000"', $class, 'a class counts for more than an element');
        self::assertStringContainsString('stroke-width="3"', $class);
        self::assertStringContainsString('fill="#FFD700"', $id, 'an id for more than a class');
        self::assertStringContainsString('fill="#123456"', $own, 'its own style most');
    }

    public function testATextIsTakenOutWithItsPlaceAndStyle(): void
    {
        [$texts, $rest] = self::texts(
            '<g transform="translate(10 20) scale(2)" font-family="Lora, serif" fill="tomato">' .
            '<text x="5" y="15" font-size="10" font-weight="bold" text-anchor="middle" letter-spacing="1">For ' .
            '{Full name}</text></g>',
        );
        self::assertCount(1, $texts);
        $text = $texts[0];
        self::assertSame('For {Full name}', $text->words());
        self::assertEqualsWithDelta(
            [20.0, 50.0, 20.0, 2.0, 0.0],
            [$text->x, $text->y, $text->size, $text->letterSpacing, $text->rotation],
            1e-9,
        );
        self::assertSame(
            ['Lora', 700, false, '#FF6347', Align::Centre],
            [$text->family, $text->weight, $text->italic, $text->colour, $text->align],
        );
        self::assertStringNotContainsString('<text', $rest, 'it is gone from the drawing');
    }

    public function testLinesAndStretchesOfOneText(): void
    {
        [$texts] = self::texts(
            "<text x=\"10\" y=\"20\" font-size=\"10\">Lent to\n  <tspan font-style=\"italic\" " .
            'fill="#123456">{Owner}</tspan>,<tspan x="10" y="34">until <tspan ' .
            'font-weight="700">{Due}</tspan></tspan><tspan x="10" dy="14">with thanks</tspan></text>',
        );
        self::assertSame("Lent to {Owner},\nuntil {Due}\nwith thanks", $texts[0]->words());
        self::assertSame(
            [[false, true, false], [false, true], [false]],
            array_map(
                static fn (array $line): array => array_map(
                    static fn (array $run): bool => $run['bold'] || $run['italic'],
                    $line,
                ),
                $texts[0]->lines,
            ),
        );
        self::assertSame('#123456', $texts[0]->lines[0][1]['colour']);
        self::assertEqualsWithDelta(14.0, $texts[0]->lineStep, 1e-9);
    }

    #[TestWith(['<text x="1 2 3" y="5">abc</text>', 'a place for every letter'])]
    #[TestWith(['<text x="1" y="5" rotate="10">abc</text>', 'letters turned one by one'])]
    #[TestWith(['<text x="1" y="5" textLength="50">abc</text>', 'pulled to a length'])]
    #[TestWith(['<text x="1" y="5" transform="skewX(20)">abc</text>', 'pulled out of shape'])]
    #[TestWith(['<text x="1" y="5" transform="scale(-1 1)">abc</text>', 'mirrored'])]
    #[TestWith(['<text x="1" y="5" clip-path="url(#cut)">abc</text>', 'cut'])]
    #[TestWith(['<text x="1" y="5" display="none">abc</text>', 'not seen'])]
    #[TestWith(['<text x="1" y="5" fill="url(#glow)">abc</text>', 'in more than one colour'])]
    #[TestWith(['<defs><text x="1" y="5">abc</text></defs>', 'only a part for others'])]
    #[TestWith(['<text x="1" y="5">a<tspan dx="9">bc</tspan></text>', 'a step within a line'])]
    #[TestWith(['<text x="1" y="5"><textPath href="#cut">abc</textPath></text>', 'along a path'])]
    #[TestWith(['<text x="1" y="5">   </text>', 'nothing'])]
    public function testWhatCannotStandAsATextStaysInTheDrawing(string $inside, string $because): void
    {
        [$texts, $rest] = self::texts($inside);
        self::assertSame([], $texts, $because);
        self::assertStringContainsString('<text', $rest);
    }

    public function testOfAMapOnlyTextsWithColumnsAreTakenOut(): void
    {
        [$texts, $rest] = self::texts(
            '<text x="1" y="5">{Town}</text>' .
                implode('', array_map(static fn (int $i): string => "<text x=\"1\" y=\"$i\">place $i</text>", range(1, 60))),
        );
        self::assertSame(['{Town}'], array_map(static fn (ArtText $text): string => $text->words(), $texts));
        self::assertSame(60, substr_count($rest, '<text'));
    }

    private static function svg(string $inside): string
    {
        return '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 ' .
            "100 100\"><circle r=\"5\"/>$inside</svg>";
    }

    private static function clean(string $inside): string
    {
        return (new SvgCleaner(FontBook::fromFolder(\dirname(__DIR__, 2) . '/fonts')))->clean(self::svg($inside), 'x.svg')->svg;
    }

    /** @return array{list<ArtText>, string} texts, and the drawing without them */
    private static function texts(string $inside): array
    {
        $file = SvgFile::read(self::svg($inside), 'x.svg');
        $texts = SvgTexts::takeOut($file);

        return [$texts, (string) $file->document->saveXML()];
    }
}
