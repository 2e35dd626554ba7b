<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

/** Draws an SVG, sized in pixels, as a PNG. */
final readonly class DrawSvg
{
    /**
     * @param bool     $opaque the drawing covers all of its page, so no alpha channel is needed
     * @param int|null $edge   pixels that neither side exceeds; null for as large as it is
     */
    public function __construct(
        public string $svg,
        public float $dpi,
        public bool $opaque,
        public int $compression,
        public ?int $edge,
    ) {
    }
}
