<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Edit;

use Morphea\Core\Template\Layer;
use Morphea\Core\Template\Side;
use Morphea\Core\Template\Template;

final readonly class RemoveLayer implements Edit
{
    public function __construct(private string $layer)
    {
    }

    public function apply(Template $template): Template
    {
        $gone = $template->layer($this->layer);
        $without = static fn (Side $side): Side => $side->withLayers(array_values(array_filter($side->layers, static fn (Layer $layer): bool => $layer !== $gone)));

        return $template->withSides(array_map($without, $template->sides));
    }

    public function says(Template $before): string
    {
        return $before->layer($this->layer)->name.' removed';
    }
}
