<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

use Morphea\Core\Design\Styles\Shadow;

/** The soft shadow of some items: in one colour, moved and blurred. */
final readonly class ShadowItem implements Item
{
    /** @param non-empty-list<Item> $items */
    public function __construct(public array $items, public Shadow $shadow)
    {
    }

    public function bounds(): Bounds
    {
        return $this->sharp()->moved($this->shadow->dx, $this->shadow->dy)->grown($this->reach());
    }

    public function accept(ItemVisitor $visitor): mixed
    {
        return $visitor->shadow($this);
    }

    public function inColour(string $colour): self
    {
        $items = array_map(static fn (Item $item): Item => $item->inColour($colour), $this->items);

        return new self($items, $this->shadow);
    }

    /** Its bounds before it is moved and blurred. */
    public function sharp(): Bounds
    {
        $round = Bounds::round(array_map(static fn (Item $item): Bounds => $item->bounds(), $this->items));
        \assert(null !== $round);

        return $round;
    }

    /** How far its blur is visible, in dots. */
    public function reach(): float
    {
        return Blur::reach($this->shadow->blur);
    }
}
