<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Render\CancelledException;
use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\FontSetup;
use Morphea\App\Engine\Render\HelperDiedException;
use Morphea\App\Engine\Render\PdfFile;
use Morphea\App\Engine\Render\Program;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Render\RenderException;
use Morphea\Core\Rendering\Text\FontBook;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;

/** Drawing happens in processes with limits: what is too much costs itself, and nothing else. */
#[Group('alone')]
final class RendererTest extends TestCase
{
    private const GOOD = '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="30">' .
        '<rect width="40" height="30" fill="#C63D1E"/></svg>';

    public function testDrawingsBecomePicturesOneAfterTheOtherInTheSameProcess(): void
    {
        $renderer = self::renderer();
        foreach (['#C63D1E', '#3F7030', '#17211E'] as $colour) {
            $png = $renderer->png(str_replace('#C63D1E', $colour, self::GOOD), 300, true, 4);
            self::assertSame([40, 30], \array_slice(getimagesizefromstring($png) ?: [], 0, 2));
            $image = imagecreatefromstring($png);
            self::assertNotFalse($image);
            self::assertSame(hexdec(substr($colour, 1)), imagecolorat($image, 20, 15));
        }
    }

    public function testADrawingThatTakesTooLongIsEndedAndTheNextIsDrawn(): void
    {
        $renderer = self::renderer();
        try {
            $renderer->png(BadFiles::make('masks.svg'), 96, false, 4, seconds: 1);
            self::fail('it was drawn');
        } catch (RenderException $e) {
            self::assertStringContainsString('took more time', English::say($e->says()));
            self::assertSame(RenderException::class, $e::class, 'by its limit');
        }
        self::assertNotSame('', $renderer->png(self::GOOD, 96, true, 4));
    }

    public function testAHelperThatSomethingElseEndsIsToldFromADrawingThatTakesTooLong(): void
    {
        $renderer = self::renderer();
        $renderer->warmUp();
        $kill = static function (string $what): bool {
            exec('pkill -KILL -P ' . getmypid() . " -f '$what'");

            return false;
        };
        $told = [];
        foreach ([
            static fn (): string => $renderer->png(
                BadFiles::make('masks.svg'),
                96,
                false,
                4,
                stopped: static fn (): bool => $kill('bin/renderer'),
            ),
            static fn (): string => Program::run(['sleep', '60'], self::fonts(), static fn (): bool => $kill('^sleep 60')),
        ] as $drawn) {
            try {
                $drawn();
                self::fail('it was done');
            } catch (HelperDiedException $e) {
                $told[] = English::say($e->says());
            }
        }
        $much = 'The drawing took more time or memory than one piece may. Simplify it, or make its pictures smaller.';
        self::assertSame([$much, 'sleep took more time or memory than it may.'], $told);
        self::assertNotSame('', $renderer->png(self::GOOD, 96, true, 4));
    }

    public function testAPdfWhoseWriterWasEndedBetweenTwoPagesIsToldAsThat(): void
    {
        $renderer = self::renderer();
        $file = (string) tempnam(sys_get_temp_dir(), 'morphea');
        $pdf = new PdfFile($renderer, $file, 'Pages', 'en', Edge::Cut);
        exec('pkill -KILL -P ' . getmypid() . ' -f bin/renderer');
        usleep(100_000);
        try {
            $pdf->close();
            self::fail('there is no PDF any more');
        } catch (HelperDiedException $e) {
            self::assertStringContainsString('The program that writes the PDF ended', English::say($e->says()));
        } finally {
            unlink($file);
        }
    }

    public function testADrawingThatTakesTooMuchMemoryIsToldAndTheNextIsDrawn(): void
    {
        $renderer = self::renderer();
        try {
            $renderer->png(
                '<svg xmlns="http://www.w3.org/2000/svg" width="32000" height="32000"><rect width="9" height="9" opacity="0.5"/></svg>',
                96,
                false,
                4,
            );
            self::fail('it was drawn');
        } catch (RenderException $e) {
            self::assertNotSame('', $e->getMessage());
        }
        self::assertNotSame('', $renderer->png(self::GOOD, 96, true, 4));
    }

    public function testWhatIsNoDrawingIsToldWithoutEndingAnything(): void
    {
        $this->expectException(RenderException::class);
        $this->expectExceptionMessage('render.drawing');
        self::renderer()->png('no drawing', 96, false, 4);
    }

    public function testAStopReallyStops(): void
    {
        $renderer = self::renderer();
        $asked = 0;
        try {
            $renderer->png(
                BadFiles::make('masks.svg'),
                96,
                false,
                4,
                seconds: 60,
                stopped: static function () use (&$asked): bool {
                    return ++$asked > 2;
                },
            );
            self::fail('it was drawn');
        } catch (CancelledException) {
            self::assertSame(3, $asked, 'at the next question');
        }
        self::assertNotSame('', $renderer->png(self::GOOD, 96, true, 4));
        $this->expectException(CancelledException::class);
        Program::run(['sleep', '60'], self::fonts(), static fn (): bool => true);
    }

    public function testWhateverAProgramWritesIsBounded(): void
    {
        $this->expectException(RenderException::class);
        $this->expectExceptionMessage('render.program.output');
        Program::bounded(['sh', '-c', 'while true; do echo "more and more and more"; done'], 10, 500_000_000, 100_000);
    }

    private static function renderer(): Renderer
    {
        return new Renderer(self::fonts(), \dirname(__DIR__, 2), 20);
    }

    private static function fonts(): FontSetup
    {
        return new FontSetup(FontBook::fromFolder(\dirname(__DIR__, 2) . '/fonts'), \dirname(__DIR__, 2));
    }
}
