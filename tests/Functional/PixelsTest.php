<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Render\PageRasterizer;
use Morphea\App\Project\Assets\PictureSets;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Checks\Raster;
use Morphea\Core\Rendering\Drawing\Drawing;
use PHPUnit\Framework\Attributes\DataProvider;

/** What a drawing says of itself is what is seen of it. */
final class PixelsTest extends AppTestCase
{
    /** Dots that edges are soft by when a page is drawn smaller. */
    private const SOFT = 6;

    #[DataProvider('starters')]
    public function testNothingIsDrawnOutsideOfTheBoundsOfTheItems(string $starter): void
    {
        $project = $this->starter($starter);
        $row = self::getContainer()->get(TableRows::class)->row($project, 3);
        $drawing = self::getContainer()->get(ProjectOpener::class)->page($project)->lay($row)->drawing;
        $raster = $this->raster($project, $drawing);
        $ground = sscanf($drawing->background ?? '#FFFFFF', '#%2x%2x%2x');
        $bounds = array_map(
            static fn ($group) => $group->bounds(),
            array_values(array_filter($drawing->groups, static fn ($group): bool => [] !== $group->items)),
        );
        $step = max(1, (int) ($drawing->width / 60));
        $outside = $inside = 0;
        for ($x = 0; $x < $drawing->width; $x += $step) {
            for ($y = 0; $y < $drawing->height; $y += $step) {
                $over = array_filter(
                    $bounds,
                    static fn ($box): bool => $x >= $box->left - self::SOFT &&
                        $x <= $box->right + self::SOFT &&
                        $y >= $box->top - self::SOFT &&
                        $y <= $box->bottom + self::SOFT,
                );
                if ([] !== $over) {
                    $inside += $raster->at($x, $y) !== $ground ? 1 : 0;
                    continue;
                }
                ++$outside;
                self::assertSame($ground, $raster->at($x, $y), "at $x, $y");
            }
        }
        self::assertGreaterThan(0, $inside, 'something is drawn within');
        self::assertGreaterThan(0, $outside, 'and there is something outside');
    }

    /** @return iterable<array{string}> */
    public static function starters(): iterable
    {
        yield from [['tip-card'], ['claim-tag'], ['lending-card']];
    }

    private function raster(Project $project, Drawing $drawing): Raster
    {
        return self::getContainer()
            ->get(PageRasterizer::class)
            ->rasterize($drawing, self::getContainer()->get(PictureSets::class)->embedded($project));
    }
}
