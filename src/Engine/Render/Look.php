<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\Drawing;

/** How a page of a design is drawn, as pixels or into a PDF: how many pixels to a dot, how much of its edge, on what ground. */
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

    /** All that is made of a page, in dots. */
    public function whole(Drawing $drawing): Bounds
    {
        return Bounds::of(0, 0, $drawing->width, $drawing->height)->grown($this->edge->width($drawing));
    }

    /** What of it is covered by the design: with marks, not all. */
    public function covered(Drawing $drawing): Bounds
    {
        return Bounds::of(0, 0, $drawing->width, $drawing->height)->grown(Edge::Cut === $this->edge ? 0.0 : $drawing->bleed);
    }
}
