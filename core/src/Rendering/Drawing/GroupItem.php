<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/**
 * All that one layer draws, turned clockwise by `rotation` degrees about a centre, then moved `up` dots. What `varies`
 * can be other in another row, or stand elsewhere; what does not is the same in every piece.
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

    /** Whether something in it looks otherwise from moment to moment. */
    public function plays(): bool
    {
        foreach ($this->items as $item) {
            if ($item instanceof PictureItem && $item->plays()) {
                return true;
            }
        }

        return false;
    }

    /** Such that after so many seconds what plays in it is as it was first. */
    public function fitted(float $seconds): self
    {
        return $this->showing(array_map(
            static fn (Item $item): Item => $item instanceof PictureItem ? $item->fitted($seconds) : $item,
            $this->items,
        ));
    }

    /** As it is seen so many seconds after it was seen first. */
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
