<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\InvalidValueException;
use Morphea\Core\Design\Properties\Length;
use Morphea\Core\Design\Properties\OutlineData;
use Morphea\Core\Design\Properties\Whole;
use Morphea\Core\Design\Styles\FrameKind;
use Morphea\Core\Message;

/**
 * The outline a picture is clipped to. `radius` in dots, `corners` for polygons, `path` is SVG path data whose bounds
 * are fitted to the frame.
 */
final readonly class FrameShape
{
    /** @throws InvalidValueException when it is of an outline of its own, and has none */
    public function __construct(
        #[Choice('shape')]
        public FrameKind $kind = FrameKind::Rectangle,
        #[Length('rounding', 0, Design::MAX_DOTS)]
        public float $radius = 0.0,
        #[Whole('corners', 3, 60)]
        public int $corners = 6,
        #[OutlineData('outline')]
        public ?string $path = null,
    ) {
        if (FrameKind::Path === $kind && null === $path) {
            throw new InvalidValueException('path', new Message('design.wrong.outline'));
        }
    }
}
