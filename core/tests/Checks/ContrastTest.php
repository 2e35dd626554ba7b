<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Checks;

use Morphea\Core\Checks\TextBackground;
use Morphea\Core\Design\Graphics\Contrast;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\ShapeLayer;
use Morphea\Core\Design\Styles\Gradient;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Tests\Make;
use PHPUnit\Framework\TestCase;

final class ContrastTest extends TestCase
{
    public function testTheRatioIsThatOfTheGuidelines(): void
    {
        self::assertEqualsWithDelta(21, Contrast::ratio('#000000', '#FFFFFF'), 1e-9);
        self::assertEqualsWithDelta(1, Contrast::ratio('#A8391D', '#A8391D'), 1e-9);
        self::assertEqualsWithDelta(4.54, Contrast::ratio('#767676', '#FFFFFF'), 0.01);
    }

    public function testWhatLiesBehindTheTextCounts(): void
    {
        $text = Make::text('x');
        $shape = static fn (string|Gradient $fill, int $at = 0): ShapeLayer => new ShapeLayer(
            's',
            'S',
            new Frame($at, 0, 1000, 200),
            1,
            false,
            false,
            ShapeKind::Rectangle,
            $fill,
            null,
            0,
            0,
        );
        self::assertEqualsWithDelta(
            Contrast::ratio('#17211E', '#FFFFFF'),
            (float) TextBackground::contrast(Make::design($text), $text),
            1e-9,
            'the page',
        );
        self::assertEqualsWithDelta(
            Contrast::ratio('#17211E', '#333333'),
            (float) TextBackground::contrast(Make::design($shape('#333333'), $text), $text),
            1e-9,
            'a shape behind it',
        );
        self::assertEqualsWithDelta(
            Contrast::ratio('#17211E', '#FFFFFF'),
            (float) TextBackground::contrast(Make::design($shape('#333333', 700), $text), $text),
            1e-9,
            'a shape beside it',
        );
        self::assertNull(TextBackground::contrast(Make::design($shape(new Gradient(false, 0, '#000000', '#FFFFFF')), $text), $text));
    }
}
