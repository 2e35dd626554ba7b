<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

/** How one layer comes out in one row. */
abstract readonly class LayerFacts
{
    public function __construct(
        public string $layer,
        public string $name,
        /** Whether it changes from row to row. */
        public bool $placeholder,
    ) {
    }
}
