<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Rendering\Graphics;

use Morphea\Core\Design\Graphics\PathData;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class PathDataTest extends TestCase
{
    public function testRelativeAndShortCommandsBecomeAbsoluteOnes(): void
    {
        self::assertSame(
            [['M', [10.0, 10.0]], ['L', [20.0, 10.0]], ['L', [20.0, 30.0]], ['L', [15.0, 25.0]], ['Z', []]],
            PathData::parse('m10 10h10v20l-5-5z')->steps,
        );
        self::assertSame(
            [['M', [0.0, 0.0]], ['L', [5.0, 5.0]], ['L', [9.0, 5.0]]],
            PathData::parse('M0,0 5,5 9,5')->steps,
            'further pairs of a move are lines',
        );
    }

    public function testAfterClosingTheNextStepBeginsWhereTheOutlineBegan(): void
    {
        $steps = PathData::parse('M10 10L20 10L20 20Zl5 5')->steps;
        self::assertSame(['L', [15.0, 15.0]], $steps[4]);
    }

    public function testSmoothCurvesMirrorTheHandleBefore(): void
    {
        self::assertSame(
            ['C', [30.0, 20.0, 40.0, 0.0, 50.0, 10.0]],
            PathData::parse('M0 10C5 0 10 0 20 10S40 0 50 10')->steps[2],
        );
    }

    public function testACurveOfAnotherKindIsNotMirrored(): void
    {
        // SVG 1.1, 8.3.6 and 8.3.7: the first control point is then where the curve begins.
        self::assertSame(['C', [20.0, 10.0, 40.0, 0.0, 50.0, 10.0]], PathData::parse('M0 10Q10 0 20 10S40 0 50 10')->steps[2]);
        $steps = PathData::parse('M0 10C5 0 10 0 20 10T50 10T80 10')->steps;
        self::assertSame(['C', [20.0, 10.0, 30.0, 10.0, 50.0, 10.0]], $steps[2], 'a straight line, for its handle is its beginning');
        // Both mirror their own kind, however many follow.
        $next = PathData::parse('M0 10Q10 0 20 10T40 10')->steps[2][1];
        self::assertEqualsWithDelta([20.0 + 20 / 3, 10.0 + 20 / 3], \array_slice($next, 0, 2), 1e-9);
    }

    public function testAnArcKeepsToItsCircle(): void
    {
        $path = PathData::parse('M0 50A50 50 0 0 1 100 50A50 50 0 0 1 0 50Z');
        self::assertEqualsWithDelta([0, 0, 100, 100], $path->bounds(), 0.05);
        foreach ($path->steps as [$letter, $points]) {
            if ('C' === $letter) {
                self::assertEqualsWithDelta(50.0, hypot($points[4] - 50, $points[5] - 50), 1e-6);
            }
        }
    }

    public function testAnArcTooSmallForItsEndsGrows(): void
    {
        self::assertEqualsWithDelta([0, -50, 100, 0], PathData::parse('M0 0A10 10 0 0 1 100 0')->bounds(), 0.1);
    }

    public function testTheBoundsAreFittedToAFrame(): void
    {
        $fitted = PathData::parse('M10 10L30 10L20 50Z')->fitted(100, 200, 200, 80);
        self::assertSame([['M', [100.0, 200.0]], ['L', [300.0, 200.0]], ['L', [200.0, 280.0]], ['Z', []]], $fitted->steps);
    }

    #[TestWith(['', 'not an outline'])]
    #[TestWith(['hello', 'not an outline'])]
    #[TestWith(['M 0 0 <script>', 'not an outline'])]
    #[TestWith(['M 0 0', 'draws nothing'])]
    #[TestWith(['M 0 0 L 5', 'command L has 1 number; it takes 2'])]
    public function testWhatIsNoOutlineIsRefused(string $data, string $why): void
    {
        English::refuses($why, static fn (): PathData => PathData::parse($data));
    }
}
