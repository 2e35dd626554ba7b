<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

use Morphea\Core\Design\Properties\Colour;
use Morphea\Core\Design\Properties\Text;

/** One page of the design; `layers` are in drawing order, the lowest first. Without a background it is transparent. */
final readonly class Page
{
    /** @param list<Layer> $layers */
    public function __construct(
        #[Text('name_of_the_page', 60)]
        public string $name,
        #[Colour('background')]
        public ?string $background,
        #[OfLayers('layers')]
        public array $layers,
    ) {
    }

    /** @param list<Layer> $layers */
    public function withLayers(array $layers): self
    {
        return new self($this->name, $this->background, $layers);
    }
}
