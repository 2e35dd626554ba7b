<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Rendering\Drawing\Item;

/** One layer for one row: what is drawn of it, and what there is to know of it. */
final readonly class Laid
{
    /** @param list<Item> $items */
    public function __construct(public array $items, public ?LayerFacts $facts = null)
    {
    }
}
