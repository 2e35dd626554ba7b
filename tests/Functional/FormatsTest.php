<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\FilePictures;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Engines;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\PictureSet;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Render\Vips;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Layout\EvenSizes;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\Group;

/** What comes out is the same however it is made, and is what its format says it is. */
#[Group('film')]
final class FormatsTest extends AppTestCase
{
    /** Levels of a channel that two ways may be apart. */
    private const APART = 2;

    /** @param (\Closure(array<int, array<string, mixed>>): array<int, array<string, mixed>>)|null $change */
    #[DataProvider('designs')]
    public function testPiecesOnWhatAllRowsHaveAlikeAreThoseThatAreDrawnAnew(string $starter, float $scale, ?\Closure $change): void
    {
        $renderer = self::getContainer()->get(Renderer::class);
        foreach ($this->drawings($starter, $change) as $i => [$drawing, $pictures]) {
            // Patterns in drawings come out otherwise where librsvg's units begin below nought, as they do with an edge.
            foreach (\in_array($starter, ['guild-tote', 'lending-card'], true) ? [Edge::Cut, Edge::Marks] : [Edge::Cut] as $edge) {
                $look = new Look($scale, $edge, $drawing->background);
                $png = [new PictureFormat(PictureKind::Png)];
                $fast = $renderer->page($drawing, $pictures, $look, $png)[0];
                $plain = $renderer->page($drawing, $pictures, $look, $png, true)[0];
                self::assertSame(0, $this->furtherApart($fast, $plain), "$starter, side $i, $edge->value");
            }
        }
    }

    /** @return iterable<string, array{string, float, \Closure|null}> */
    public static function designs(): iterable
    {
        $cards = ['claim-tag', 'guild-membership', 'lending-card', 'open-bench', 'thank-you'];
        foreach ([...$cards, 'mend-or-bin', 'mending-certificate', 'tip-card', 'winter-pin'] as $starter) {
            yield $starter => [$starter, 'claim-tag' === $starter ? 1.37 : 0.5, null];
        }
        yield 'see-through' => ['guild-tote', 0.2, null];
        $shadow = ['colour' => '#17211E', 'dx' => 60, 'dy' => 90, 'blur' => 40, 'opacity' => 0.6];
        yield 'turned, with shadows that reach far, under a fixed layer' => [
            'mending-certificate',
            0.4,
            static function (array $layers) use ($shadow): array {
                foreach ($layers as &$layer) {
                    if ('recipient' === $layer['id']) {
                        $layer['frame']['rotation'] = 17;
                        $layer['opacity'] = 0.7;
                        $layer['effects'] = ['shadow' => $shadow] + ($layer['effects'] ?? []);
                    }
                }
                $over = [
                    'id' => 'over',
                    'name' => 'Over',
                    'kind' => 'shape',
                    'frame' => ['x' => 900, 'y' => 900, 'width' => 900, 'height' => 500, 'rotation' => 9],
                    'opacity' => 0.5,
                    'locked' => false,
                    'hidden' => false,
                    'shape' => 'ellipse',
                    'fill' => ['radial' => false, 'angle' => 30, 'from' => '#B8391C', 'to' => '#FBF5E9'],
                    'stroke' => '#17211E',
                    'strokeWidth' => 9,
                    'dashes' => [40, 25],
                    'radius' => 0,
                    'corners' => 5,
                    'inner' => 0.5,
                    'use' => 'print',
                ];

                return [...$layers, $over];
            },
        ];
    }

    public function testFewColoursGoInAPaletteAndLoseNothing(): void
    {
        $renderer = self::getContainer()->get(Renderer::class);
        $words = static fn (array $layers): array => array_values(
            array_filter($layers, static fn (array $layer): bool => 'craft' === $layer['id']),
        );
        $kinds = [];
        foreach (['#F4EDE0' => null, '#17211E' => '#F4EDE0'] as $colour => $ground) {
            $one = static fn (array $layers): array => array_map(
                static fn (array $layer): array => ['style' => ['colour' => $colour] + $layer['style']] + $layer,
                $words($layers),
            );
            foreach ($this->drawings('guild-tote', $one) as $i => [$drawing, $pictures]) {
                $look = new Look(0.3, Edge::Cut, $ground);
                $png = [new PictureFormat(PictureKind::Png)];
                $fast = $renderer->page($drawing, $pictures, $look, $png)[0];
                $kinds[] = \ord($fast[25]);
                self::assertSame(0, $this->furtherApart($fast, $renderer->page($drawing, $pictures, $look, $png, true)[0]));
                self::assertStringContainsString('iCCP', substr($fast, 0, 80));
            }
        }
        self::assertSame([3, 3, 3, 3], $kinds, 'one colour, and all between it and nothing or its ground');
        foreach ($this->drawings('guild-tote', null) as [$drawing, $pictures]) {
            $fast = $renderer->page($drawing, $pictures, new Look(0.3, Edge::Cut, null), [new PictureFormat(PictureKind::Png)])[0];
            self::assertSame(6, \ord($fast[25]), 'its bag and stitches have more');
        }
    }

    public function testEveryFormatIsWhatItSaysInSizeAndColours(): void
    {
        $project = $this->starter('lending-card');
        $this->order($project, [
            'formats' => ['png', 'jpeg', 'webp', 'avif', 'tiff', 'svg', 'pdf', 'pdfs-by'],
            'which' => 'some',
            'rows' => '1-2',
            'edge' => 'cut',
            'name' => '{no}',
            'file' => 'cards',
            'of' => [
                'png' => ['size' => 'dpi', 'value' => '150'],
                'jpeg' => ['size' => 'width', 'value' => '400', 'quality' => '80', 'inSteps' => '1'],
                'webp' => ['size' => 'factor', 'value' => '0.5'],
                // In full size packing it may take longer than tests let a piece take, where others want the processor as well.
                'avif' => ['size' => 'factor', 'value' => '0.5'],
                'svg' => ['outlines' => '1'],
                'pdfs-by' => ['by' => 'days'],
            ],
        ]);
        $this->work();
        $files = Tools::pieces($this->download($project));
        self::assertCount(1 + 2 + 6 * 4, $files, 'a PDF of all, one for each value, six formats of two pages of two cards');
        foreach (['png' => 372, 'jpg' => 400, 'webp' => 372, 'avif' => 372, 'tif' => 744] as $ending => $width) {
            $file = $files["001-front.$ending"];
            $image = self::getContainer()->get(Vips::class)->open($file);
            self::assertSame($width, $image->width(), $ending);
            self::assertFalse($image->hasAlpha(), $ending);
        }
        self::assertSame(150, Tools::pngDpi($files['001-front.png']));
        self::assertSame([400, 559, \IMAGETYPE_JPEG], \array_slice(getimagesizefromstring($files['001-back.jpg']) ?: [], 0, 3));
        self::assertStringContainsString("\xff\xc2", $files['001-back.jpg'], 'in steps');
        foreach (['png' => 'iCCP', 'jpg' => 'ICC_PROFILE', 'webp' => 'ICCP', 'avif' => 'colr', 'tif' => 'sRGB'] as $ending => $mark) {
            self::assertStringContainsString($mark, $files["001-front.$ending"], "$ending says what its colours are");
        }
        self::assertStringNotContainsString('<text', $files['001-front.svg']);
        Tools::assertSoundPdf($files['cards.pdf']);
        self::assertSame(4, Tools::pages($files['cards.pdf']));
        $isValue = static fn (string $name): bool => 1 === preg_match('/^\d+\.pdf$/', $name);
        $values = array_values(array_filter(array_keys($files), $isValue));
        self::assertCount(2, $values);
        self::assertSame(2, Tools::pages($files[$values[0]]));
    }

    public function testSeeThroughAndOnAColour(): void
    {
        $project = $this->starter('guild-tote');
        $order = ['which' => 'some', 'rows' => '1', 'name' => 'tote', 'formats' => ['png', 'jpeg']];
        $this->order($project, $order + ['of' => [
            'png' => ['size' => 'factor', 'value' => '0.1', 'ground' => '#FF0000'],
            'jpeg' => ['size' => 'factor', 'value' => '0.1'],
        ]]);
        $this->work();
        $files = Tools::pieces($this->download($project));
        $png = imagecreatefromstring($files['tote.png']);
        $jpeg = imagecreatefromstring($files['tote.jpg']);
        self::assertNotFalse($png);
        self::assertNotFalse($jpeg);
        self::assertSame(0xff0000, imagecolorat($png, 3, 3));
        self::assertSame(0xffffff, imagecolorat($jpeg, 3, 3), 'JPEG has nothing see-through: it lies on paper');
    }

    public function testSvgsHaveTheirFontsInThem(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|2026-03-09|2");
        $this->order($project, ['format' => 'svg']);
        $this->work();
        $svg = Tools::pieces($this->download($project))['001 Ng.svg'];
        self::assertStringContainsString('>Ng</text>', $svg);
        preg_match_all('~@font-face\{font-family:"([^"]+)"[^}]*base64,([^)]+)\)~', $svg, $fonts);
        self::assertContains('Lora', $fonts[1]);
        foreach ($fonts[2] as $font) {
            $bytes = (string) base64_decode($font, true);
            self::assertStringStartsWith("\0\1\0\0", $bytes, 'a font');
            self::assertLessThan(40_000, \strlen($bytes), 'with the letters it needs and no more');
        }
    }

    public function testAPdfHoldsWhatAllRowsHaveAlikeOnceAndSaysWhatItIs(): void
    {
        $rows = implode("\n", array_map(static fn (int $i): string => "Volunteer $i|$i|clocks|2026-03-09|$i", range(1, 40)));
        $project = $this->project("Full name|Hours|Craft|Issued|Register\n$rows");
        $this->order($project, ['format' => 'pdf', 'file' => 'all', 'edge' => 'marks']);
        $this->work();
        $pdf = $this->download($project);
        Tools::assertSoundPdf($pdf);
        self::assertSame(40, Tools::pages($pdf));
        $facts = Tools::pdfInfo($pdf);
        self::assertSame(['all', 'Morphea'], [$facts['Title'], $facts['Creator']]);
        self::assertStringNotContainsString(\dirname(__DIR__, 2), $pdf);
        self::assertMatchesRegularExpression(
            '~/OutputIntents \[.*sRGB IEC61966-2\.1.*?stream\n.{36}acsp.*desc~s',
            Tools::pdfUnpacked($pdf),
            'what its colours are, with their profile',
        );
        $boxes = Tools::pageBoxes($pdf);
        $mm = 72 / 25.4;
        self::assertEqualsWithDelta([6 * $mm, 6 * $mm, 303 * $mm, 216 * $mm], $boxes['Trim'], 0.2, 'the marks are outside');
        $fonts = array_column(Tools::pdfFonts($pdf), 'name');
        self::assertSame($fonts, array_unique($fonts), 'each font is there once');
        preg_match_all('/Volunteer (\d+)/', Tools::pdfText($pdf), $found);
        self::assertSame(range(1, 40), array_map(intval(...), $found[1]));
        self::assertLessThan(120_000, \strlen($pdf));
    }

    /**
     * @param (\Closure(array<int, array<string, mixed>>): array<int, array<string, mixed>>)|null $change
     *
     * @return iterable<array{Drawing, PictureSet}>
     */
    private function drawings(string $starter, ?\Closure $change): iterable
    {
        $file = self::getContainer()->get(StarterShelf::class)->load($starter) ?? self::fail("There is no $starter.");
        $design = $file->design;
        if (null !== $change) {
            $json = json_decode((new DesignCodec())->encode($design), true, 64, \JSON_THROW_ON_ERROR);
            $json['sides'][0]['layers'] = $change($json['sides'][0]['layers']);
            $design = (new DesignCodec())->decode(json_encode($json, \JSON_THROW_ON_ERROR));
        }
        $engine = self::getContainer()->get(Engines::class)->with([]);
        $pictures = self::getContainer()->get(FilePictures::class)->load($file);
        $rows = array_values(iterator_to_array($file->table?->records() ?? []));
        $even = EvenSizes::of($design, $rows, $engine->texts);
        // Two rows, so that the second finds what the first left behind.
        foreach ([$rows[0], $rows[2]] as $row) {
            foreach (array_keys($design->pages) as $page) {
                yield [$engine->layouter->lay($design, $row, $pictures, $even, $page)->drawing, $pictures];
            }
        }
    }

    /** @return int pixels that are further apart than they may be, seen over white and over black */
    private function furtherApart(string $one, string $other): int
    {
        $vips = self::getContainer()->get(Vips::class);
        [$a, $b] = [$vips->open($one)->rgba()->pixels(), $vips->open($other)->rgba()->pixels()];
        self::assertSame(\strlen($a), \strlen($b));
        $count = 0;
        foreach (str_split($a ^ $b, 4096) as $i => $chunk) {
            if ('' === trim($chunk, "\0\1\2\3")) {
                continue;
            }
            for ($j = 0, $length = \strlen($chunk); $j < $length; $j += 4) {
                $at = $i * 4096 + $j;
                if ('' !== trim(substr($chunk, $j, 4), "\0") && $this->apart(substr($a, $at, 4), substr($b, $at, 4))) {
                    ++$count;
                }
            }
        }

        return $count;
    }

    private function apart(string $one, string $other): bool
    {
        foreach ([0, 255] as $ground) {
            for ($channel = 0; $channel < 3; ++$channel) {
                $seen = static fn (string $p): float => (\ord($p[$channel]) * \ord($p[3]) + $ground * (255 - \ord($p[3]))) / 255;
                if (abs($seen($one) - $seen($other)) >= self::APART + 1) {
                    return true;
                }
            }
        }

        return false;
    }
}
