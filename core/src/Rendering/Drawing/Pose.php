<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/**
 * How a group looks while it appears or disappears: its offset in dots, its scale about its centre, the visible window
 * as shares of its box, and its opacity.
 */
final readonly class Pose
{
    public function __construct(
        public float $opacity = 1.0,
        public float $right = 0.0,
        public float $down = 0.0,
        public float $scale = 1.0,
        public float $windowLeft = 0.0,
        public float $windowTop = 0.0,
        public float $windowRight = 1.0,
        public float $windowBottom = 1.0,
    ) {
    }

    /** The visible part of a box. */
    public function window(Bounds $box): Bounds
    {
        [$width, $height] = [$box->width(), $box->height()];

        return new Bounds(
            $box->left + $width * $this->windowLeft,
            $box->top + $height * $this->windowTop,
            $box->left + $width * $this->windowRight,
            $box->top + $height * $this->windowBottom,
        );
    }

    public function hasWindow(): bool
    {
        return [0.0, 0.0, 1.0, 1.0] !== [$this->windowLeft, $this->windowTop, $this->windowRight, $this->windowBottom];
    }

    /** A box moved and scaled. */
    public function on(Bounds $box): Bounds
    {
        $seen = $this->window($box);
        [$x, $y] = [($box->left + $box->right) / 2, ($box->top + $box->bottom) / 2];
        $at = fn (float $place, float $middle): float => $middle + ($place - $middle) * $this->scale;

        return (new Bounds($at($seen->left, $x), $at($seen->top, $y), $at($seen->right, $x), $at($seen->bottom, $y)))
            ->moved($this->right, $this->down);
    }
}
