<?php

declare(strict_types=1);

namespace Morphea\App\Render;

/** SVG to PNG by librsvg inside libvips, in a process of its own. */
final readonly class PngWriter
{
    /** Measured on an A4 certificate at 300 dpi: 0.31 s and 345 KB, against 0.45 s and 354 KB at level 6 with an unused alpha channel. */
    private const COMPRESSION = 4;

    public function __construct(private Renderer $renderer)
    {
    }

    /**
     * @param string                  $svg     sized in pixels, one a dot
     * @param bool                    $opaque  the drawing covers all of its side, so no alpha channel is needed
     * @param (\Closure(): bool)|null $stopped asked while it goes on
     *
     * @return string a PNG that knows its dpi
     *
     * @throws RenderError|Halted
     */
    public function write(string $svg, float $dpi, bool $opaque, ?\Closure $stopped = null): string
    {
        return $this->renderer->png($svg, $dpi, $opaque, self::COMPRESSION, stopped: $stopped);
    }
}
