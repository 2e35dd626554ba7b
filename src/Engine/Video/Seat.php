<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\Core\Rendering\Drawing\Bounds;

/** Where a clip appears: a part of the page, rotated about its centre, in the pixels of a plate. */
final readonly class Seat
{
    /**
     * @param Bounds $frame  in dots, before it is turned
     * @param float  $turned clockwise, in degrees
     * @param int    $width  of the plate in pixels, even; `$height` alike
     * @param float  $scale  pixels a dot
     * @param int    $rate   frames a second
     */
    public function __construct(
        public Bounds $frame,
        public float $turned,
        public int $width,
        public int $height,
        public float $scale,
        public int $rate,
        public Veil $veil = new Veil(),
    ) {
    }

    /** @return array{int, int} pixels of what is seen before it is turned, even */
    public function size(): array
    {
        $even = fn (float $dots): int => max(2, 2 * (int) round($dots * $this->scale / 2));

        return 0.0 === $this->turned ? [$this->width, $this->height] : [$even($this->frame->width()), $even($this->frame->height())];
    }

    /** @return list<string> filters from that to the plate */
    public function filters(): array
    {
        return 0.0 === $this->turned
            ? $this->veil->filters()
            : [...$this->veil->filters(), \sprintf('rotate=%F:ow=%d:oh=%d:c=black', deg2rad($this->turned), $this->width, $this->height)];
    }
}
