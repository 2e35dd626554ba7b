<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** The dark modules of a code: rows of the letters 1 and 0, each module `width` by `height` dots. */
final readonly class ModulesItem implements Item
{
    /** @param non-empty-list<string> $rows */
    public function __construct(
        public float $x,
        public float $y,
        public float $width,
        public float $height,
        public array $rows,
        public string $colour,
    ) {
    }

    public function bounds(): Bounds
    {
        return Bounds::of($this->x, $this->y, \strlen($this->rows[0]) * $this->width, \count($this->rows) * $this->height);
    }

    public function accept(ItemVisitor $visitor): mixed
    {
        return $visitor->modules($this);
    }

    public function inColour(string $colour): self
    {
        return new self($this->x, $this->y, $this->width, $this->height, $this->rows, $colour);
    }
}
