<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/**
 * Everything one layer draws, rotated clockwise by `rotation` degrees about a centre and then moved up by `up` dots. If
 * `varies`, another row can look different here; if not, every piece has the same.
 */
final readonly class GroupItem implements Item
{
    /** @param list<Item> $items */
    public function __construct(
        public string $layer,
        public array $items,
        public float $opacity,
        public float $rotation,
        public float $centreX,
        public float $centreY,
        public float $up = 0.0,
        public bool $varies = false,
        /** At a moment of its coming or going. */
        public ?Pose $pose = null,
    ) {
    }

    public function bounds(): Bounds
    {
        $round = Bounds::round(array_map(static fn (Item $item): Bounds => $item->bounds(), $this->items));

        $box = null === $round
            ? Bounds::of($this->centreX, $this->centreY, 0, 0)
            : $round->turned($this->rotation, $this->centreX, $this->centreY)->moved(0, -$this->up);

        return null === $this->pose ? $box : $this->pose->on($box);
    }

    public function posed(?Pose $pose): self
    {
        return new self(...['pose' => $pose] + get_object_vars($this));
    }

    /** @param list<Item> $items */
    public function showing(array $items): self
    {
        return new self(...['items' => $items] + get_object_vars($this));
    }

    /** Whether anything in it changes over time. */
    public function plays(): bool
    {
        foreach ($this->items as $item) {
            if ($item instanceof PictureItem && $item->plays()) {
                return true;
            }
        }

        return false;
    }

    /** Adjusted so that everything that plays in it is back at its start after the given number of seconds. */
    public function fitted(float $seconds): self
    {
        return $this->showing(array_map(
            static fn (Item $item): Item => $item instanceof PictureItem ? $item->fitted($seconds) : $item,
            $this->items,
        ));
    }

    /** How it looks a number of seconds after it appeared. */
    public function at(float $seconds): self
    {
        return $this->showing(array_map(
            static fn (Item $item): Item => $item instanceof PictureItem ? $item->at($seconds) : $item,
            $this->items,
        ));
    }

    public function accept(ItemVisitor $visitor): mixed
    {
        return $visitor->group($this);
    }

    public function inColour(string $colour): self
    {
        $items = array_map(static fn (Item $item): Item => $item->inColour($colour), $this->items);

        return new self(...['items' => $items] + get_object_vars($this));
    }
}
