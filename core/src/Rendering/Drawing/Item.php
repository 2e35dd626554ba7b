<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** Something in the display list. All geometry in dots. */
interface Item
{
    /** All that it draws over. */
    public function bounds(): Bounds;

    /**
     * @template T
     *
     * @param ItemVisitor<T> $visitor
     *
     * @return T
     */
    public function accept(ItemVisitor $visitor): mixed;

    /** The same, all of it in one colour: what its shadow is made of. */
    public function inColour(string $colour): self;
}
