<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\Drawing;

/** How a page is drawn, as pixels or into a PDF: pixels per dot, how much of its bleed, and its background. */
final readonly class Look
{
    /**
     * @param float       $scale  pixels a dot
     * @param string|null $ground #RRGGBB under all of it; null for see-through
     */
    public function __construct(public float $scale, public Edge $edge, public ?string $ground)
    {
    }

    public function width(Drawing $drawing): int
    {
        return max(1, (int) round(($drawing->width + 2 * $this->edge->width($drawing)) * $this->scale));
    }

    public function height(Drawing $drawing): int
    {
        return max(1, (int) round(($drawing->height + 2 * $this->edge->width($drawing)) * $this->scale));
    }

    /** The whole drawn area of a page, in dots. */
    public function whole(Drawing $drawing): Bounds
    {
        return Bounds::of(0, 0, $drawing->width, $drawing->height)->grown($this->edge->width($drawing));
    }

    /** The part of it that the design covers: without crop marks. */
    public function covered(Drawing $drawing): Bounds
    {
        return Bounds::of(0, 0, $drawing->width, $drawing->height)->grown(Edge::Cut === $this->edge ? 0.0 : $drawing->bleed);
    }
}
