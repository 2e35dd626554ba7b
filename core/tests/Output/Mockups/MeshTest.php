<?php

declare(strict_types=1);

namespace Morphea\Core\Tests\Output\Mockups;

use Morphea\Core\Output\Mockups\Cell;
use Morphea\Core\Output\Mockups\Mesh;
use Morphea\Core\Output\Mockups\MockupException;
use Morphea\Core\Output\Mockups\MockupInk;
use Morphea\Core\Output\Mockups\Product;
use Morphea\Core\Tests\English;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Where a flat piece lies in the picture of a product. */
final class MeshTest extends TestCase
{
    public function testItsCornersLieWhereTheyWerePut(): void
    {
        $corners = [[120.0, 40.0], [410.0, 90.0], [380.0, 300.0], [90.0, 340.0]];
        [$cell] = Mesh::corners(...$corners)->cells();
        foreach ([[0, 0], [1, 0], [1, 1], [0, 1]] as $i => $surface) {
            self::assertEqualsWithDelta($surface, self::at($cell, $corners[$i]), 1e-9);
        }
        // Straight lines stay straight, and the middle of a plane in perspective is where its diagonals cross.
        $middle = self::crossing($corners);
        self::assertEqualsWithDelta([0.5, 0.5], self::at($cell, $middle), 1e-9);
        self::assertSame([89, 39, 322, 302], $cell->box);
    }

    public function testAPlaneSeenFromTheFrontIsScaledAndNothingElse(): void
    {
        [$cell] = Mesh::corners([10, 20], [110, 20], [110, 70], [10, 70])->cells();
        self::assertEqualsWithDelta([0.25, 0.5], self::at($cell, [35, 45]), 1e-12);
        self::assertEqualsWithDelta(2.0, Mesh::corners([10, 20], [110, 20], [110, 70], [10, 70])->ratio(), 1e-12);
    }

    public function testNeighboursOfAMeshMeetInAllPointsOfTheirSide(): void
    {
        $cells = Mesh::cylinder(100, 50, 400, 300, 70, 40)->cells();
        self::assertCount(Mesh::MOST - 1, $cells);
        $points = Mesh::cylinder(100, 50, 400, 300, 70, 40)->points;
        for ($i = 1; $i < Mesh::MOST - 1; ++$i) {
            foreach ([0.0, 0.3, 1.0] as $down) {
                $x = $points[0][$i][0];
                $y = $points[0][$i][1] + $down * ($points[1][$i][1] - $points[0][$i][1]);
                self::assertEqualsWithDelta(self::at($cells[$i - 1], [$x, $y]), self::at($cells[$i], [$x, $y]), 1e-9);
            }
        }
    }

    public function testACylinderDrawsTogetherTowardsItsSidesAndSags(): void
    {
        $points = Mesh::cylinder(0, 0, 100, 50, 60, 8)->points;
        $widths = [];
        for ($i = 1; $i < Mesh::MOST; ++$i) {
            $widths[] = $points[0][$i][0] - $points[0][$i - 1][0];
        }
        self::assertEqualsWithDelta($widths, array_reverse($widths), 1e-9);
        self::assertGreaterThan(1.7 * $widths[0], $widths[5]);
        self::assertEqualsWithDelta([0.0, 0.0], $points[0][0], 1e-9);
        self::assertEqualsWithDelta([50.0, 8.0], $points[0][6], 1e-9);
        self::assertEqualsWithDelta([100.0, 50.0], $points[1][12], 1e-9);
    }

    /** @param list<list<array{float, float}>> $points */
    #[DataProvider('wrong')]
    public function testWhatIsFoldedOrNoMeshIsSaid(array $points, string $says): void
    {
        English::refuses($says, static fn (): mixed => Mesh::of($points));
    }

    /** @return iterable<array{list<list<array{float, float}>>, string}> */
    public static function wrong(): iterable
    {
        yield [[[[0, 0], [1, 0]]], '2 to 13 points in each direction'];
        yield [[[[0, 0], [1, 0]], [[0, 1]]], 'same number of points'];
        yield [[[[0, 0], [1, 0]], [[1, 1], [0, 1]]], 'folded over'];
        yield [[[[0, 0], [10, 0]], [[0, 10], [4, 4]]], 'folded over'];
        yield [[[[0, 0], [5, 0]], [[0, 5], [\INF, 5]]], 'has no position'];
    }

    public function testProductsAreDrawnOrOwn(): void
    {
        foreach (Product::drawn() as $id => $product) {
            self::assertEquals($product, Product::of($id));
            self::assertNotSame('', English::say($product->label()));
            foreach ($product->mesh->points as $row) {
                foreach ($row as $point) {
                    self::assertGreaterThan(0, min($point));
                    self::assertLessThan(Product::EDGE, max($point));
                }
            }
        }
        $own = Product::of('{"picture":"desk.jpg","ink":"soaks","points":[[[0,0],[90,0]],[[0,60],[90,60]]]}');
        self::assertTrue($own->isOwn());
        self::assertSame(['desk.jpg', MockupInk::Soaks, 1.5], [$own->picture, $own->ink, $own->mesh->ratio()]);
        $this->expectException(MockupException::class);
        Product::of('{"picture":"desk.jpg","points":[["x"]]}');
    }

    /**
     * @param array{float, float} $point
     *
     * @return array{float, float}
     */
    private static function at(Cell $cell, array $point): array
    {
        [$x, $y] = $point;
        $m = $cell->matrix;
        $w = $m[6] * $x + $m[7] * $y + $m[8];

        return [($m[0] * $x + $m[1] * $y + $m[2]) / $w, ($m[3] * $x + $m[4] * $y + $m[5]) / $w];
    }

    /**
     * @param list<array{float, float}> $c
     *
     * @return array{float, float}
     */
    private static function crossing(array $c): array
    {
        [$ax, $ay, $bx, $by] = [$c[2][0] - $c[0][0], $c[2][1] - $c[0][1], $c[3][0] - $c[1][0], $c[3][1] - $c[1][1]];
        $t = (($c[1][0] - $c[0][0]) * $by - ($c[1][1] - $c[0][1]) * $bx) / ($ax * $by - $ay * $bx);

        return [$c[0][0] + $t * $ax, $c[0][1] + $t * $ay];
    }
}
