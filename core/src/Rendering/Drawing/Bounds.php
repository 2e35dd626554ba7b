<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** An axis-aligned box around something drawn, in dots from the page's top left corner. */
final readonly class Bounds
{
    public function __construct(public float $left, public float $top, public float $right, public float $bottom)
    {
    }

    public static function of(float $x, float $y, float $width, float $height): self
    {
        return new self($x, $y, $x + $width, $y + $height);
    }

    /** @param iterable<self> $all */
    public static function round(iterable $all): ?self
    {
        $round = null;
        foreach ($all as $one) {
            $round = null === $round ? $one : $round->with($one);
        }

        return $round;
    }

    public function width(): float
    {
        return $this->right - $this->left;
    }

    public function height(): float
    {
        return $this->bottom - $this->top;
    }

    public function with(self $other): self
    {
        return new self(
            min($this->left, $other->left),
            min($this->top, $other->top),
            max($this->right, $other->right),
            max($this->bottom, $other->bottom),
        );
    }

    public function grown(float $by): self
    {
        return new self($this->left - $by, $this->top - $by, $this->right + $by, $this->bottom + $by);
    }

    public function moved(float $right, float $down): self
    {
        return new self($this->left + $right, $this->top + $down, $this->right + $right, $this->bottom + $down);
    }

    /** The bounds after a clockwise rotation about a point, in degrees. */
    public function turned(float $degrees, float $x, float $y): self
    {
        if (0.0 === $degrees) {
            return $this;
        }
        [$cos, $sin] = [cos(deg2rad($degrees)), sin(deg2rad($degrees))];
        $xs = $ys = [];
        foreach ([$this->left, $this->right] as $atX) {
            foreach ([$this->top, $this->bottom] as $atY) {
                $xs[] = $x + ($atX - $x) * $cos - ($atY - $y) * $sin;
                $ys[] = $y + ($atX - $x) * $sin + ($atY - $y) * $cos;
            }
        }

        return new self(min($xs), min($ys), max($xs), max($ys));
    }

    /** The smallest box with whole coordinates around it. */
    public function whole(): self
    {
        return new self(floor($this->left), floor($this->top), ceil($this->right), ceil($this->bottom));
    }

    public function meets(self $other): bool
    {
        return $this->left < $other->right
            && $other->left < $this->right
            && $this->top < $other->bottom
            && $other->top < $this->bottom;
    }

    public function holds(self $other): bool
    {
        return $this->left <= $other->left
            && $this->top <= $other->top
            && $this->right >= $other->right
            && $this->bottom >= $other->bottom;
    }
}
