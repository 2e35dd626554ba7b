<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\Dashes;
use Morphea\Core\Design\Properties\InvalidValueException;
use Morphea\Core\Design\Properties\Length;
use Morphea\Core\Design\Properties\OutlineData;
use Morphea\Core\Design\Properties\Percentage;
use Morphea\Core\Design\Properties\Whole;
use Morphea\Core\Design\Styles\Fill;
use Morphea\Core\Design\Styles\Gradient;
use Morphea\Core\Design\Styles\LayerUse;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Message;

/**
 * A drawn shape. A line runs from the frame's top left to its bottom right corner. Widths, radius and dashes in dots;
 * `corners` and `inner` (how far in a star's inner corners lie, 0 to 1) are for polygons and stars; `path` is SVG path
 * data, whose bounds are fitted to the frame.
 */
final readonly class ShapeLayer extends Layer
{
    /**
     * @param list<float> $dashes lengths of dash and gap in turn; empty for an unbroken line
     *
     * @throws InvalidValueException when it is of an outline of its own, and has none
     */
    public function __construct(
        string $id,
        string $name,
        Frame $frame,
        float $opacity,
        bool $locked,
        bool $hidden,
        #[Choice('shape')]
        public ShapeKind $shape,
        #[Fill('fill')]
        public string|Gradient|null $fill,
        #[Colour('line')]
        public ?string $stroke,
        #[Length('line_width', 0, 5_000)]
        public float $strokeWidth,
        #[Length('rounding', 0, Design::MAX_DOTS)]
        public float $radius,
        #[Dashes('dashes')]
        public array $dashes = [],
        #[Whole('corners', 3, 60)]
        public int $corners = 5,
        #[Percentage('inner_corners', 0.05, 1)]
        public float $inner = 0.5,
        ?string $group = null,
        #[OutlineData('outline')]
        public ?string $path = null,
        LayerUse $use = LayerUse::Print,
        ?Stay $stay = null,
    ) {
        parent::__construct($id, $name, $frame, $opacity, $locked, $hidden, $group, $use, $stay);
        if (ShapeKind::Path === $shape && null === $path) {
            throw new InvalidValueException('path', new Message('design.wrong.outline'));
        }
    }

    public function kind(): LayerKind
    {
        return LayerKind::Shape;
    }

    public function accept(LayerVisitor $visitor): mixed
    {
        return $visitor->shape($this);
    }

    public function stretches(bool $whole): bool
    {
        return \in_array($this->shape, [ShapeKind::Rectangle, ShapeKind::Line], true);
    }
}
