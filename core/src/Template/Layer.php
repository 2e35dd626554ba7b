<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/**
 * One thing on a side. `opacity` runs from 0 to 1; layers with the same `group` are taken hold of together; only those
 * of use `print` are made.
 */
abstract readonly class Layer
{
    public function __construct(
        public string $id,
        public string $name,
        public Frame $frame,
        public float $opacity,
        public bool $locked,
        public bool $hidden,
        public ?string $group = null,
        public LayerUse $use = LayerUse::Print,
    ) {
    }

    /** Whether what it shows changes from row to row. */
    public function isPlaceholder(): bool
    {
        return [] !== $this->columns();
    }

    /** @return list<string> keys of the columns it shows */
    public function columns(): array
    {
        return [];
    }
}
