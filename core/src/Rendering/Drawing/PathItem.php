<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Design\Graphics\PathData;

/** A path of lines and curves in page coordinates. */
final readonly class PathItem implements Item
{
    public function __construct(public PathData $path, public Paint $paint)
    {
    }

    public function bounds(): Bounds
    {
        return (new Bounds(...$this->path->bounds()))->grown($this->paint->outside(pointed: true));
    }

    public function accept(ItemVisitor $visitor): mixed
    {
        return $visitor->path($this);
    }

    public function inColour(string $colour): self
    {
        return new self($this->path, new Paint($colour));
    }
}
