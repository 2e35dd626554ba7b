<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

use Morphea\Core\Rendering\Drawing\Bounds;

/** A page of a piece at its place on a print sheet; lengths in points, from the top left corner of the paper. */
final readonly class PlacedPage
{
    /**
     * @param float  $x     of its middle, and `$y`
     * @param int    $turn  degrees clockwise
     * @param Bounds $shown what of the paper it may be seen on
     * @param string $same  a name for all of it, where it lies there more than once; empty otherwise
     */
    public function __construct(
        public SentDrawing $page,
        public float $x,
        public float $y,
        public int $turn,
        public Bounds $shown,
        public string $same = '',
    ) {
    }
}
