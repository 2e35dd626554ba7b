<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** An item of the display list. All geometry is in dots. */
interface Item
{
    /** The bounds of everything it draws. */
    public function bounds(): Bounds;

    /**
     * @template T
     *
     * @param ItemVisitor<T> $visitor
     *
     * @return T
     */
    public function accept(ItemVisitor $visitor): mixed;

    /** The same shape in a single colour, from which its shadow is made. */
    public function inColour(string $colour): self;
}
