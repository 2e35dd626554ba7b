<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Design\Edits;

use Morphea\Core\Design\Edits\ChangeSize;
use Morphea\Core\Design\Edits\Edit;
use Morphea\Core\Design\Edits\OrderLayer;
use Morphea\Core\Design\Edits\PlaceLayers;
use Morphea\Core\Design\Edits\RemoveLayers;
use Morphea\Core\Design\Edits\SetLayer;
use Morphea\Core\Design\Edits\TouchUp;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Tests\English;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** Work by hand on one piece: the same edits as of the design, kept, and put on whatever the design is by then. */
final class TouchUpTest extends TestCase
{
    public function testItIsWhatEditsOfOnePieceCameToAndIsSaidInWords(): void
    {
        $touch = self::touch(self::design(), new SetLayer('recipient', ['style.size' => 60]), new SetLayer('seal', ['hidden' => true]));
        self::assertSame(
            ['recipient' => 'Recipient: size changed', 'seal' => 'Seal: hidden'],
            array_map(English::say(...), $touch->says(self::design())),
        );
        [$piece, $troubles] = $touch->on(self::design());
        self::assertSame([60.0, true, []], [self::text($piece)->style->size, $piece->layer('seal')->hidden, $troubles]);
    }

    public function testWhatIsPutBackIsNoTouchUp(): void
    {
        $edits = [new SetLayer('recipient', ['style.size' => 60]), new SetLayer('recipient', ['style.size' => 100])];
        self::assertTrue(self::touch(self::design(), ...$edits)->isEmpty());
    }

    public function testWhatTheDesignBecomesIsTheDesignsAndWhatWasTouchedIsThePieces(): void
    {
        $touch = self::touch(self::design(), new SetLayer('recipient', ['style.colour' => '#9B1C1C']));
        $later = (new SetLayer('recipient', ['style.size' => 44, 'style.colour' => '#000000']))->apply(self::design());
        $text = self::text($touch->on($later)[0]);
        self::assertSame([44.0, '#9B1C1C'], [$text->style->size, $text->style->colour]);
    }

    public function testALayerThatWasMovedStaysAsFarFromItsPlaceWhereverThatComesToLie(): void
    {
        $touch = self::touch(self::design(), new PlaceLayers(['seal' => new Frame(130, 95, 50, 50)]));
        $later = (new PlaceLayers(['seal' => new Frame(300, 200, 80, 80)]))->apply(self::design());
        self::assertEquals(new Frame(330, 195, 80, 80), $touch->on($later)[0]->layer('seal')->frame, 'it was moved 30 and -5');
    }

    public function testWhatWasOnlyRoundedIsNotTouched(): void
    {
        $touch = self::touch(self::design(), new PlaceLayers(['seal' => new Frame(130, 100, 50.0004, 49.9996)]));
        self::assertSame(['seal' => 'Seal: moved'], array_map(English::say(...), $touch->says(self::design())));
    }

    public function testItGrowsWithThePage(): void
    {
        $touch = self::touch(
            self::design(),
            new SetLayer('recipient', ['style.size' => 60]),
            new PlaceLayers(['seal' => new Frame(130, 100, 50, 50)]),
        );
        // A page of 1600 × 800 a quarter larger.
        $later = (new ChangeSize(2000, 1000, Unit::Pixel, 96))->apply(self::design());
        [$piece, $troubles] = $touch->on($later);
        self::assertSame([75.0, []], [self::text($piece)->style->size, $troubles]);
        self::assertEqualsWithDelta($later->layer('seal')->frame->x + 37.5, $piece->layer('seal')->frame->x, 0.01);
    }

    public function testALayerThatIsGoneIsToldAndTheOthersAreTouched(): void
    {
        $touch = self::touch(self::design(), new SetLayer('recipient', ['style.size' => 60]), new SetLayer('seal', ['hidden' => true]));
        [$piece, $troubles] = $touch->on((new RemoveLayers(['seal']))->apply(self::design()));
        self::assertSame(60.0, self::text($piece)->style->size);
        self::assertSame(['seal' => 'is no longer in the design'], array_map(English::say(...), $troubles));
    }

    public function testAValueThatDoesNotHoldAnyMoreIsTold(): void
    {
        $layers = ['recipient' => ['fill' => ['was' => null, 'now' => '#FFFFFF']]];
        $touch = TouchUp::of(['width' => 1000, 'height' => 500, 'layers' => $layers]);
        self::assertNotNull($touch);
        [$piece, $troubles] = $touch->on(self::design());
        self::assertEquals(self::design(), $piece);
        self::assertStringContainsString('no longer fits the design: fill: This kind of layer', English::say($troubles['recipient']));
    }

    public function testLayersAreNeitherAddedNorTakenAwayNorOrdered(): void
    {
        foreach ([new RemoveLayers(['seal']), new OrderLayer('seal', -1)] as $edit) {
            try {
                self::touch(self::design(), $edit);
                self::fail('It should not hold.');
            } catch (DesignException $e) {
                self::assertStringContainsString('design.wrong.touch_up', $e->getMessage());
            }
        }
    }

    #[TestWith(['name', 'Other'])]
    #[TestWith(['locked', true])]
    public function testWhatIsSharedIsNotTouched(string $path, mixed $value): void
    {
        $this->expectExceptionMessage('design.wrong.same_in_all');
        self::touch(self::design(), new SetLayer('seal', [$path => $value]));
    }

    public function testItIsKeptAsPlainValuesAndOthersAreNone(): void
    {
        $touch = self::touch(self::design(), new SetLayer('recipient', ['style.size' => 60, 'content' => [['pattern' => 'Dr {name}']]]));
        self::assertEquals($touch, TouchUp::of(json_decode((string) json_encode($touch->toArray()), true)));
        foreach ([null, [], ['width' => 0, 'height' => 4, 'layers' => ['a' => ['b' => ['now' => 1]]]], 'x'] as $other) {
            self::assertNull(TouchUp::of($other));
        }
    }

    private static function touch(Design $design, Edit ...$edits): TouchUp
    {
        return TouchUp::between($design, array_reduce($edits, static fn (Design $t, Edit $edit): Design => $edit->apply($t), $design));
    }

    private static function text(Design $design): TextLayer
    {
        $text = $design->layer('recipient');
        \assert($text instanceof TextLayer);

        return $text;
    }

    private static function design(): Design
    {
        return Make::design(
            Make::text('{name}'),
            new ShapeLayer('seal', 'Seal', new Frame(100, 100, 50, 50), 1, false, false, ShapeKind::Rectangle, '#17211E', null, 0, 0),
        );
    }
}
