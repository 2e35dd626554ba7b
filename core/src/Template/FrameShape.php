<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/**
 * The outline a picture is cut to. `radius` in dots, `corners` for polygons, `path` SVG path data whose bounds are
 * fitted to the frame.
 */
final readonly class FrameShape
{
    public function __construct(
        public FrameKind $kind = FrameKind::Rectangle,
        public float $radius = 0.0,
        public int $corners = 6,
        public ?string $path = null,
    ) {
    }
}
