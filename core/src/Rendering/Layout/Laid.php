<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Rendering\Drawing\Item;

/** One layer laid out for one row: what is drawn, and the facts about it. */
final readonly class Laid
{
    /** @param list<Item> $items */
    public function __construct(public array $items, public ?LayerFacts $facts = null)
    {
    }
}
