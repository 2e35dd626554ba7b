<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

use Morphea\Core\Template\Frame;
use Morphea\Core\Template\Shadow;

/** The soft shadow of some items: all of them in its colour, moved and blurred. `reach` bounds what has to be drawn. */
final readonly class ShadowItem implements Item
{
    /** @param list<Item> $items */
    public function __construct(public array $items, public Shadow $shadow, public Frame $reach)
    {
    }
}
