<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Design\Model;

use JsonSchema\Validator;
use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\FrameShape;
use Morphea\Core\Design\Model\Guide;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\ContentPart;
use Morphea\Core\Design\Styles\Correction;
use Morphea\Core\Design\Styles\EmptyRule;
use Morphea\Core\Design\Styles\Format;
use Morphea\Core\Design\Styles\FrameKind;
use Morphea\Core\Design\Styles\Gradient;
use Morphea\Core\Design\Styles\Highlight;
use Morphea\Core\Design\Styles\LayerUse;
use Morphea\Core\Design\Styles\Mark;
use Morphea\Core\Design\Styles\Outline;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Design\Styles\PictureInstead;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Design\Styles\PictureRule;
use Morphea\Core\Design\Styles\Raise;
use Morphea\Core\Design\Styles\Shadow;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Design\Styles\TextEffects;
use Morphea\Core\Design\Styles\Tone;
use Morphea\Core\Design\Styles\VerticalAlign;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class DesignCodecTest extends TestCase
{
    public function testATemplateComesBackAsItWent(): void
    {
        $plain = self::design();
        $design = new Design(
            $plain->name,
            1200,
            800,
            96,
            Unit::Pixel,
            'en_GB',
            $plain->pages,
            36,
            [new Guide(true, 600)],
            ['#A8391D'],
            35.5,
        );
        $codec = new DesignCodec();
        self::assertEquals($design, $codec->decode($codec->encode($design)));
    }

    public function testWhatIsWrittenHoldsToThePublishedSchema(): void
    {
        self::assertSame([], self::schemaErrors(json_decode((new DesignCodec())->encode(self::design()), true)));
    }

    /** @param array<string, mixed> $changes */
    #[DataProvider('broken')]
    public function testABrokenFileIsRefusedWithThePlaceNamedAndByTheSchemaToo(array $changes, string $message): void
    {
        $data = array_replace_recursive((new DesignCodec())->toArray(self::design()), $changes);
        $data = json_decode((string) json_encode($data), true);
        self::assertNotSame([], self::schemaErrors($data));
        $this->expectException(DesignException::class);
        $this->expectExceptionMessageMatches($message);
        (new DesignCodec())->fromArray($data);
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function broken(): iterable
    {
        $layer = static fn (array $changes): array => ['sides' => [['layers' => [$changes]]]];
        yield 'unknown key' => [['colour' => 'red'], '/wrong\.unknown_key.*"colour","known":"format, name/'];
        yield 'unknown key in a layer' => [$layer(['blink' => true]), '/^sides\[0\]\.layers\[0\]: .*wrong\.unknown_key.*"blink"/'];
        yield 'absurd width' => [['width' => 4_000_000], '/^width: .*wrong\.range.*"value":4000000,"least":8.0,"most":20000.0/'];
        yield 'absurd size of letters' => [
            $layer(['style' => ['size' => -3]]),
            '/^sides\[0\]\.layers\[0\]\.style\.size: .*wrong\.range.*"value":-3/',
        ];
        yield 'half a dot' => [['height' => 100.5], '/wrong\.whole/'];
        yield 'later format' => [['format' => 4], '/wrong\.format.*"newest":3/'];
        yield 'colour by name' => [$layer(['style' => ['colour' => 'red']]), '/style\.colour/'];
        yield 'colour that carries markup' => [$layer(['style' => ['colour' => '"><svg ']]), '/style\.colour/'];
        yield 'unknown way to fit' => [$layer(['fit' => ['mode' => 'squeeze']]), '/wrong\.one_of.*keep, shrink, wrap, fill, even/'];
        yield 'identity with markup' => [$layer(['id' => 'a"b']), '/id/'];
        yield 'picture outside the project' => [['sides' => [['layers' => [2 => ['picture' => '../../etc/passwd']]]]], '/picture/'];
        yield 'words that are no text' => [$layer(['content' => [['pattern' => 7]]]), '/pattern: .*wrong\.text/'];
        yield 'a shadow with an unknown key' => [
            $layer([
                'effects' => [
                    'shadow' => ['colour' => '#000000', 'dx' => 0, 'dy' => 0, 'blur' => 1, 'opacity' => 1, 'glow' => 1],
                ],
            ]),
            '/effects\.shadow: .*wrong\.unknown_key.*"glow"/',
        ];
        yield 'a blur without end' => [
            $layer(['effects' => ['shadow' => ['colour' => '#000000', 'dx' => 0, 'dy' => 0, 'blur' => 99999, 'opacity' => 1]]]),
            '/blur: .*wrong\.range.*99999/',
        ];
        yield 'a star of two points' => [['sides' => [['layers' => [8 => ['corners' => 2]]]]], '/corners: .*wrong\.range.*"value":2/'];
        yield 'a gradient that carries markup' => [
            ['sides' => [['layers' => [8 => ['fill' => ['from' => 'url(x)']]]]]],
            '/fill\.from/',
        ];
        yield 'dashes of nothing' => [['sides' => [['layers' => [8 => ['dashes' => [0]]]]]], '/dashes\[0\]/'];
        yield 'a swatch by name' => [['swatches' => ['red']], '/swatches\[0\]/'];
        yield 'a guide off the side' => [['guides' => [['upright' => true, 'at' => -5]]], '/guides\[0\]\.at/'];
        yield 'an outline that is none' => [
            ['sides' => [['layers' => [5 => ['shape' => ['path' => str_repeat('M', 50_001)]]]]]],
            '/shape\.path/',
        ];
        yield 'a picture both fixed and linked' => [
            ['sides' => [['layers' => [5 => ['picture' => 'seal.png']]]]],
            '/wrong\.picture_source/',
        ];
        yield 'a picture in no tone' => [['sides' => [['layers' => [5 => ['look' => ['tone' => 'sepia']]]]]], '/look\.tone/'];
        yield 'another picture without a name' => [
            ['sides' => [['layers' => [5 => ['missing' => ['other' => '../x']]]]]],
            '/missing\.other/',
        ];
        yield 'no such code' => [['sides' => [['layers' => [6 => ['code' => 'morse']]]]], '/wrong\.one_of.*qr, data-matrix, aztec/'];
        yield 'a bleed of a metre' => [['bleed' => 11_811], '/bleed: .*wrong\.range.*11811/'];
        yield 'three sides' => [
            [
                'sides' => [
                    1 => ['name' => 'Back', 'background' => null, 'layers' => []],
                    2 => ['name' => 'Spine', 'background' => null, 'layers' => []],
                ],
            ],
            '/wrong\.entries.*"least":1,"most":2/',
        ];
        yield 'no such unit' => [['unit' => 'ell'], '/wrong\.one_of.*px, mm, in, pt/'];
    }

    public function testWhatTheSchemaCannotSayIsRefusedToo(): void
    {
        $codec = new DesignCodec();
        $data = $codec->toArray(self::design());
        foreach (
            [
                '/wrong\.layer_twice/' => array_replace_recursive($data, ['sides' => [['layers' => [['id' => 'seal']]]]]),
                '/pattern\.unclosed/' => array_replace_recursive($data, [
                    'sides' => [['layers' => [['content' => [['pattern' => '{full_name']]]]]],
                ]),
                '/wrong\.least_size/' => array_replace_recursive($data, [
                    'sides' => [['layers' => [['fit' => ['leastSize' => null]]]]],
                ]),
                '/wrong\.object/' => [1, 2],
            ]
            as $message => $broken
        ) {
            try {
                $codec->fromArray($broken);
                self::fail("not refused: $message");
            } catch (DesignException $e) {
                self::assertMatchesRegularExpression($message, $e->getMessage());
            }
        }
        $this->expectExceptionMessageMatches('/wrong\.json/');
        $codec->decode('{"format": 1,');
    }

    public function testABlankDesignOfAbsurdSizeIsRefused(): void
    {
        self::assertSame([3508, 2480], [($t = Design::blank('x', 297, 210, Unit::Millimetre, 300))->width, $t->height]);
        self::assertSame('297 × 210 mm', $t->size());
        $this->expectExceptionMessageMatches('/wrong\.page_size.*118110/');
        Design::blank('x', 10_000, 100, Unit::Millimetre, 300);
    }

    public function testPathsThatCannotBeReadNameTheirPlace(): void
    {
        $data = (new DesignCodec())->toArray(self::design());
        $data['sides'][0]['layers'][7]['path'] = 'M 0 0 L nowhere';
        $this->expectExceptionMessageMatches('/^sides\[0\]\.layers\[7\]\.path: .*design\.wrong\.path/');
        (new DesignCodec())->fromArray($data);
    }

    public static function design(): Design
    {
        return Make::design(
            Make::text(
                '{full_name} for {hours, plural, one {# hour} other {# hours}}',
                FitRule::shrink(24, 2),
                EmptyRule::words('a friend'),
            ),
            new ShapeLayer(
                'border',
                'Border',
                new Frame(40, 40.5, 1120, 720),
                1,
                true,
                false,
                ShapeKind::Rectangle,
                null,
                '#24443B',
                3,
                4,
            ),
            new PictureLayer(
                'seal',
                'Seal',
                new Frame(500, 500, 200, 200, 12.5),
                0.9,
                true,
                false,
                'seal.png',
                PictureFit::Contain,
            ),
            Make::text('plain', FitRule::wrap(3)->balanced(), id: 'plain'),
            new TextLayer(
                'rich',
                'Rich',
                new Frame(0, 0, 500, 100),
                1,
                false,
                false,
                new Content([
                    new ContentPart(Pattern::parse('No. '), new Mark()),
                    new ContentPart(Pattern::parse('{register}'), new Mark(true, true, '#A8391D', 1.5, Raise::Superscript)),
                ]),
                Make::style(),
                FitRule::even(12),
                EmptyRule::hideAndPullUp(),
                new TextEffects(new Outline('#FFFFFF', 3), new Shadow('#000000', 2, -2, 4, 0.5), new Highlight('#E0A33A', 8)),
                -60,
                'badge',
            ),
            new PictureLayer(
                'photo',
                'Photo',
                new Frame(0, 0, 500, 400),
                1,
                false,
                false,
                Pattern::parse('{photo}.jpg'),
                PictureFit::Cover,
                new FrameShape(FrameKind::Path, 4, 7, 'M 0 0 L 10 0 L 5 9 Z'),
                Align::Right,
                VerticalAlign::Top,
                new PictureLook(Tone::Tint, '#235457', 2.5, ['#FF0000' => '#00FF00']),
                new Outline('#000000', 2),
                new Shadow('#000000', 1, 2, 3, 0.4),
                new PictureRule(PictureInstead::Refuse),
                new PictureRule(PictureInstead::Other, 'seal.png'),
                'badge',
                LayerUse::Backdrop,
            ),
            new CodeLayer(
                'code',
                'Code',
                new Frame(0, 0, 200, 200),
                1,
                false,
                false,
                Pattern::parse('TW-{no}'),
                CodeKind::Code128,
                Correction::High,
                '#112233',
                null,
                false,
            ),
            new ShapeLayer(
                'die',
                'Die line',
                new Frame(0, 0, 100, 100),
                1,
                false,
                false,
                ShapeKind::Path,
                null,
                '#FF00FF',
                1,
                0,
                path: 'M 0 0 H 10 V 10 Z',
                use: LayerUse::Die,
            ),
            new ShapeLayer(
                'star',
                'Star',
                new Frame(0, 0, 100, 100),
                1,
                false,
                false,
                ShapeKind::Star,
                new Gradient(false, 45, '#FF0000', '#00FF00'),
                '#000000',
                2,
                0,
                [4, 2.5],
                7,
                0.4,
                'badge',
            ),
        );
    }

    /** @return list<mixed> */
    private static function schemaErrors(mixed $data): array
    {
        $validator = new Validator();
        $data = json_decode((string) json_encode($data));
        $validator->validate(
            $data,
            (object) ['$ref' => 'file://' . \dirname(__DIR__, 4) . '/docs/format/template.schema.json'],
        );

        return array_values($validator->getErrors());
    }

    /** A design that each version of the file format wrote, the newest too: whoever raises the version adds one. */
    public function testAFileOfEveryVersionOpens(): void
    {
        $all = [];
        $codec = new DesignCodec();
        for ($version = 1; $version <= Format::NEWEST; ++$version) {
            $json = (string) file_get_contents(\dirname(__DIR__, 2) . "/Fixtures/formats/$version.json");
            self::assertStringContainsString("\"format\": $version", $json);
            $design = $codec->decode($json);
            self::assertSame(['weave.svg'], $design->pictures(), "version $version");
            self::assertSame(Format::NEWEST, $codec->toArray($design)['format']);
            $all[] = $design;
        }
        self::assertEquals($all[0], end($all));
    }
}
