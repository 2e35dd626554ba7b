<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Template;

use JsonSchema\Validator;
use Morphea\Core\Template\EmptyRule;
use Morphea\Core\Template\FitRule;
use Morphea\Core\Template\Frame;
use Morphea\Core\Template\PictureFit;
use Morphea\Core\Template\PictureLayer;
use Morphea\Core\Template\ShapeKind;
use Morphea\Core\Template\ShapeLayer;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateCodec;
use Morphea\Core\Template\TemplateError;
use Morphea\Core\Template\Unit;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class TemplateCodecTest extends TestCase
{
    public function testATemplateComesBackAsItWent(): void
    {
        $template = self::template();
        $codec = new TemplateCodec();
        self::assertEquals($template, $codec->decode($codec->encode($template)));
    }

    public function testWhatIsWrittenHoldsToThePublishedSchema(): void
    {
        self::assertSame([], self::schemaErrors(json_decode((new TemplateCodec())->encode(self::template()), true)));
    }

    /** @param array<string, mixed> $changes */
    #[DataProvider('broken')]
    public function testABrokenFileIsRefusedWithThePlaceNamedAndByTheSchemaToo(array $changes, string $message): void
    {
        $data = array_replace_recursive((new TemplateCodec())->toArray(self::template()), $changes);
        $data = json_decode((string) json_encode($data), true);
        self::assertNotSame([], self::schemaErrors($data));
        $this->expectException(TemplateError::class);
        $this->expectExceptionMessageMatches($message);
        (new TemplateCodec())->fromArray($data);
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function broken(): iterable
    {
        $layer = static fn (array $changes): array => ['sides' => [['layers' => [$changes]]]];
        yield 'unknown key' => [['colour' => 'red'], '/unknown key "colour"; known here: format, name/'];
        yield 'unknown key in a layer' => [$layer(['blink' => true]), '/^sides\[0\]\.layers\[0\]: has an unknown key "blink"/'];
        yield 'absurd width' => [['width' => 4_000_000], '/^width: is 4000000; it must lie between 8 and 20000/'];
        yield 'absurd size of letters' => [$layer(['style' => ['size' => -3]]), '/^sides\[0\]\.layers\[0\]\.style\.size: is -3/'];
        yield 'half a dot' => [['height' => 100.5], '/whole number/'];
        yield 'later format' => [['format' => 2], '/this version reads format 1/'];
        yield 'colour by name' => [$layer(['style' => ['colour' => 'red']]), '/style\.colour/'];
        yield 'colour that carries markup' => [$layer(['style' => ['colour' => '"><svg ']]), '/style\.colour/'];
        yield 'unknown way to fit' => [$layer(['fit' => ['mode' => 'squeeze']]), '/one of: keep, shrink, wrap/'];
        yield 'identity with markup' => [$layer(['id' => 'a"b']), '/id/'];
        yield 'picture outside the project' => [['sides' => [['layers' => [2 => ['asset' => '../../etc/passwd']]]]], '/asset/'];
        yield 'words that are no text' => [$layer(['pattern' => 7]), '/pattern: must be text/'];
        yield 'no such unit' => [['unit' => 'ell'], '/one of: px, mm, in, pt/'];
    }

    public function testWhatTheSchemaCannotSayIsRefusedToo(): void
    {
        $codec = new TemplateCodec();
        $data = $codec->toArray(self::template());
        foreach ([
            '/two layers/' => array_replace_recursive($data, ['sides' => [['layers' => [['id' => 'seal']]]]]),
            '/never closed/' => array_replace_recursive($data, ['sides' => [['layers' => [['pattern' => '{full_name']]]]]),
            '/least size/' => array_replace_recursive($data, ['sides' => [['layers' => [['fit' => ['leastSize' => null]]]]]]),
            '/must be an object/' => [1, 2],
        ] as $message => $broken) {
            try {
                $codec->fromArray($broken);
                self::fail("not refused: $message");
            } catch (TemplateError $e) {
                self::assertMatchesRegularExpression($message, $e->getMessage());
            }
        }
        $this->expectExceptionMessageMatches('/not readable JSON/');
        $codec->decode('{"format": 1,');
    }

    public function testABlankTemplateOfAbsurdSizeIsRefused(): void
    {
        self::assertSame([3508, 2480], [($t = Template::blank('x', 297, 210, Unit::Millimetre, 300))->width, $t->height]);
        self::assertSame('297 × 210 mm', $t->size());
        $this->expectExceptionMessageMatches('/comes to 118110 dots/');
        Template::blank('x', 10_000, 100, Unit::Millimetre, 300);
    }

    public static function template(): Template
    {
        return Make::template(
            Make::text('{full_name} for {hours, plural, one {# hour} other {# hours}}', FitRule::shrink(24, 2), EmptyRule::words('a friend')),
            new ShapeLayer('border', 'Border', new Frame(40, 40.5, 1120, 720), 1, true, false, ShapeKind::Rectangle, null, '#24443B', 3, 4),
            new PictureLayer('seal', 'Seal', new Frame(500, 500, 200, 200, 12.5), 0.9, true, false, 'seal.png', PictureFit::Contain),
            Make::text('plain', FitRule::wrap(3), id: 'plain'),
        );
    }

    /** @return list<mixed> */
    private static function schemaErrors(mixed $data): array
    {
        $validator = new Validator();
        $data = json_decode((string) json_encode($data));
        $validator->validate($data, (object) ['$ref' => 'file://'.\dirname(__DIR__, 3).'/docs/format/template.schema.json']);

        return array_values($validator->getErrors());
    }
}
