<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Import\PictureReader;
use Morphea\App\Engine\Import\PictureShelf;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Engine\Render\PageRasterizer;
use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Raster;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Checks\WarningKind;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\TestWith;

/** Checks by pixels against pictures whose answers are known: how words stand out, and what touches what. */
final class ProofPixelsTest extends AppTestCase
{
    /** A picture of one grey, and what stands out from it. */
    #[TestWith(['#FFFFFF', '#17211E', 1.0, 16.5, 0])]
    #[TestWith(['#808080', '#FFFFFF', 1.0, 3.95, 0])]
    #[TestWith(['#9A9A9A', '#FFFFFF', 1.0, 2.8, 1])]
    #[TestWith(['#6A6A6A', '#FFFFFF', 1.0, 5.4, 0])]
    #[TestWith(['#FFFFFF', '#000000', 0.3, 2.12, 1])]
    public function testContrastIsThatOfThePixelsUnderTheWords(string $ground, string $ink, float $opacity, float $ratio, int $found): void
    {
        $piece = $this->piece([
            self::picture($ground),
            ['opacity' => $opacity] + self::text('words', 'Kettle', ['x' => 100, 'y' => 200, 'width' => 600, 'height' => 200], $ink),
        ], $ground);
        self::assertEqualsWithDelta($ratio, $piece->contrasts()['words'], 0.15);
        self::assertCount($found, self::of($piece, WarningKind::Contrast));
    }

    public function testTheWorstPartCountsButNotAFewPixels(): void
    {
        $ink = '#FFFFFF';
        $frame = ['x' => 100, 'y' => 200, 'width' => 600, 'height' => 200];
        // Dark on the left, light on the right: a third of the words is hardly seen.
        $half = $this->piece([self::picture('', 'half'), self::text('words', 'Kettles', $frame, $ink)], '<rect width="800" height="600" '
            . 'fill="#202020"/><rect x="330" width="470" height="600" fill="#F0F0F0"/>');
        self::assertLessThan(1.5, $half->contrasts()['words']);
        $speck = $this->piece([self::picture('', 'half'), self::text('words', 'Kettles', $frame, $ink)], '<rect width="800" height="600" '
            . 'fill="#202020"/><rect x="200" y="250" width="9" height="9" fill="#F0F0F0"/>');
        self::assertGreaterThan(12, $speck->contrasts()['words']);
    }

    public function testALineRoundTheLettersSetsThemOff(): void
    {
        $text = self::text('words', 'Kettle', ['x' => 100, 'y' => 200, 'width' => 600, 'height' => 200], '#FFFFFF');
        $text['effects'] = ['outline' => ['colour' => '#000000', 'width' => 4], 'shadow' => null, 'highlight' => null];
        $piece = $this->piece([self::picture('#FFFFFF'), $text], '#FFFFFF');
        self::assertSame([], self::of($piece, WarningKind::Contrast));
        self::assertEqualsWithDelta(21.0, $piece->contrasts()['words'], 0.1);
    }

    /** Two words whose boxes meet: only if their letters do, they touch. */
    #[TestWith([0, 1])]
    #[TestWith([30, 1])]
    #[TestWith([90, 0])]
    public function testWordsTouchByTheirOutlinesNotByTheirBoxes(float $apart, int $found): void
    {
        $piece = $this->piece([
            self::text('one', '{name}', ['x' => 100, 'y' => 100, 'width' => 400, 'height' => 100], '#000000'),
            self::text('two', 'Tansy', ['x' => 100, 'y' => 100 + $apart, 'width' => 400, 'height' => 100], '#000000'),
        ]);
        $touch = self::of($piece, WarningKind::Touch);
        self::assertCount($found, $touch, implode(' ', English::all(array_column($touch, 'sentence'))));
        if ($found > 0) {
            self::assertSame('Two: touches “One”.', English::say($touch[0]->sentence));
        }
    }

    public function testABoxThatIsMetIsNoTouchWhereNothingIsDrawn(): void
    {
        // The dot of an i and the foot of a p have room between them.
        $ring = '<circle cx="400" cy="300" r="250" fill="none" stroke="#000000" stroke-width="20"/>';
        $text = self::text('words', '{name}', ['x' => 900, 'y' => 0, 'width' => 300, 'height' => 100], '#000000');
        $inside = ['x' => 300, 'y' => 250, 'width' => 200, 'height' => 100];
        // Words whose frame lies elsewhere, and which run out of it.
        $text['frame'] = ['x' => 850, 'y' => 250, 'width' => 100, 'height' => 100];
        $text['style']['align'] = 'right';
        $piece = $this->piece([self::picture('', 'ring'), $text], $ring, 'Featherstonehaugh of Tidewick');
        self::assertSame('Words: runs into “Ground”.', English::say(self::of($piece, WarningKind::Touch)[0]->sentence ?? null));
        $text['frame'] = $inside;
        $piece = $this->piece([self::picture('', 'ring'), $text], $ring, 'Bo');
        self::assertSame([], self::of($piece, WarningKind::Touch));
    }

    /** @return list<Warning> */
    private static function of(Inspected $piece, WarningKind $kind): array
    {
        return array_values(array_filter((new Proof())->ofPixels($piece), static fn (Warning $one): bool => $kind === $one->kind));
    }

    /**
     * @param list<array<string, mixed>> $layers
     * @param string                     $drawn a colour, or what is in the picture
     */
    private function piece(array $layers, string $drawn = '#FFFFFF', string $name = 'Ada Quill'): Inspected
    {
        $inside = str_starts_with($drawn, '#') ? "<rect width=\"800\" height=\"600\" fill=\"$drawn\"/>" : $drawn;
        $svg = '<svg xmlns="http://www.w3.org/2000/svg" width="800" height="600" viewBox="0 0 800 600">' . $inside . '</svg>';
        $picture = self::getContainer()->get(PictureReader::class)->read($svg, 'ground.svg')->called('ground.svg');
        $design = self::getContainer()->get(DesignCodec::class)->fromArray([
            'format' => 2, 'name' => 'Known', 'width' => 1000, 'height' => 600, 'dpi' => 96, 'unit' => 'px', 'locale' => 'en_GB',
            'sides' => [['name' => 'Front', 'background' => '#FFFFFF', 'layers' => $layers]],
        ]);
        $shelf = new PictureShelf(['ground.svg'], static fn (string $asked): PictureFile => $picture);
        $pictures = self::getContainer()->get(FilePictures::class)->load(new MorpheaFile($design, $shelf, null));
        $engine = self::getContainer()->get(Engines::class)->withFiles([]);
        $laid = $engine->layouter->lay($design, new Record(1, ['name' => $name]), $pictures);
        $rasters = self::getContainer()->get(PageRasterizer::class);

        return new Inspected($design, $laid, 0, static fn (Drawing $drawing): Raster => $rasters->rasterize($drawing, $pictures));
    }

    /** @return array<string, mixed> */
    private static function picture(string $ground, string $name = 'Ground'): array
    {
        return [
            'id' => 'ground', 'name' => 'Ground', 'kind' => 'picture', 'opacity' => 1, 'locked' => false, 'hidden' => false,
            'frame' => ['x' => 0, 'y' => 0, 'width' => 800, 'height' => 600, 'rotation' => 0], 'picture' => 'ground.svg', 'fit' => 'cover',
        ];
    }

    /**
     * @param array<string, float|int> $frame
     *
     * @return array<string, mixed>
     */
    private static function text(string $id, string $words, array $frame, string $colour): array
    {
        return [
            'opacity' => 1,
            'id' => $id, 'name' => ucfirst($id), 'kind' => 'text', 'locked' => false, 'hidden' => false,
            'frame' => $frame + ['rotation' => 0],
            'content' => [['pattern' => $words]],
            'style' => ['family' => 'Lora', 'weight' => 700, 'italic' => false, 'size' => 90, 'colour' => $colour, 'align' => 'left',
                'verticalAlign' => 'top', 'lineHeight' => 1.1, 'letterSpacing' => 0, 'case' => 'as-written'],
            'fit' => ['mode' => 'keep', 'leastSize' => null, 'maxLines' => 1], 'empty' => ['words' => null],
        ];
    }
}
