<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** A drawn shape. A line runs from the frame's top left to its bottom right corner. Widths and radius in dots. */
final readonly class ShapeLayer extends Layer
{
    public function __construct(
        string $id,
        string $name,
        Frame $frame,
        float $opacity,
        bool $locked,
        bool $hidden,
        public ShapeKind $shape,
        public ?string $fill,
        public ?string $stroke,
        public float $strokeWidth,
        public float $radius,
    ) {
        parent::__construct($id, $name, $frame, $opacity, $locked, $hidden);
    }
}
