<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/**
 * A drawn shape. A line runs from the frame's top left to its bottom right corner. Widths, radius and dashes in dots;
 * `corners` and `inner` (how far in a star's inner corners lie, 0 to 1) are for polygons and stars; `path` is SVG path
 * data, whose bounds are fitted to the frame.
 */
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
        public string|Gradient|null $fill,
        public ?string $stroke,
        public float $strokeWidth,
        public float $radius,
        /** @var list<float> lengths of dash and gap in turn; empty for an unbroken line */
        public array $dashes = [],
        public int $corners = 5,
        public float $inner = 0.5,
        ?string $group = null,
        public ?string $path = null,
        LayerUse $use = LayerUse::Print,
    ) {
        parent::__construct($id, $name, $frame, $opacity, $locked, $hidden, $group, $use);
    }
}
