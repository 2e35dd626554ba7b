<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Drawing;

use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Styles\EmptyRule;
use Morphea\Core\Design\Styles\PictureFit;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Tests\Make;
use Morphea\Core\Tests\Pictures;
use PHPUnit\Framework\TestCase;

/** What a drawing can be asked: where things lie, what can differ from row to row, whether two look alike. */
final class DrawingTest extends TestCase
{
    public function testLettersCoverWhatTheyReallyCover(): void
    {
        $bounds = $this->group(Make::text('{name}', FitRule::keep()), 'Hh')->bounds();
        self::assertEqualsWithDelta(75, $bounds->height(), 3, 'from the baseline to the top of the h, of letters 100 high');
        $deep = $this->group(Make::text('{name}', FitRule::keep()), 'Hg')->bounds();
        self::assertGreaterThan($bounds->bottom + 15, $deep->bottom, 'a g reaches below the line');
        self::assertGreaterThan(0, $bounds->left);
    }

    public function testAShapeCoversItsLineTooAndTurnsWithItsLayer(): void
    {
        $bounds = $this->group(self::rectangle(new Frame(100, 100, 200, 100)), '')->bounds();
        self::assertEquals(new Bounds(95, 95, 305, 205), $bounds);
        $turned = $this->group(self::rectangle(new Frame(100, 100, 200, 100, 90)), '')->bounds();
        self::assertEqualsWithDelta([145, 45, 255, 255], array_values(get_object_vars($turned)), 1e-6);
    }

    public function testOnlyWhatRowsCanChangeVaries(): void
    {
        $name = Make::text('{name}', frame: new Frame(0, 100, 1000, 100));
        $drawing = Make::laid(Make::design(self::rectangle(new Frame(0, 0, 50, 50)), $name), ['name' => 'Bo'])->drawing;
        self::assertSame([false, true], array_map(static fn (GroupItem $group): bool => $group->varies, $drawing->groups));
        self::assertGreaterThan(90, $drawing->varying()[0]->bounds()->top);
        self::assertSame([], Make::laid(Make::design(self::rectangle(new Frame(0, 0, 50, 50))), [])->drawing->varying());
    }

    public function testWhatAnEmptyTextCanPullUpVariesToo(): void
    {
        $line = Make::text('{line}', empty: EmptyRule::hideAndPullUp(), frame: new Frame(0, 0, 1000, 100));
        $below = self::rectangle(new Frame(0, 200, 50, 50));
        $drawing = Make::laid(Make::design($line, $below), ['line' => 'there'])->drawing;
        self::assertTrue($drawing->groups[1]->varies);
    }

    public function testDrawingsThatLookAlikeHaveTheSameFingerprint(): void
    {
        $of = static fn (string $name): string => Make::laid(Make::design(Make::text('{name}')), ['name' => $name])
            ->drawing->fingerprint();
        self::assertSame($of('Bo'), $of('Bo'));
        self::assertNotSame($of('Bo'), $of('Bob'));
    }

    public function testAnotherPictureUnderTheSameNameIsAnotherDrawing(): void
    {
        $layer = new PictureLayer('p', 'P', new Frame(0, 0, 10, 10), 1, false, false, 'a.jpg', PictureFit::Cover);
        $of = static fn (string $bytes): string => Make::laid(
            Make::design($layer),
            [],
            new Pictures(new \Morphea\Core\Rendering\Drawing\Picture('a.jpg', hash('sha256', $bytes), 10, 10)),
        )->drawing->fingerprint();
        self::assertSame($of('one'), $of('one'));
        self::assertNotSame($of('one'), $of('two'));
    }

    private function group(\Morphea\Core\Design\Model\Layer $layer, string $name): GroupItem
    {
        return Make::laid(Make::design($layer), ['name' => $name])->drawing->groups[0];
    }

    private static function rectangle(Frame $frame): ShapeLayer
    {
        return new ShapeLayer('box', 'Box', $frame, 1, false, false, ShapeKind::Rectangle, '#FFFFFF', '#000000', 10, 0);
    }
}
