<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** One face of the template; `layers` stand in drawing order, the lowest first. No background means transparent. */
final readonly class Side
{
    /** @param list<Layer> $layers */
    public function __construct(public string $name, public ?string $background, public array $layers)
    {
    }

    /** @param list<Layer> $layers */
    public function withLayers(array $layers): self
    {
        return new self($this->name, $this->background, $layers);
    }
}
