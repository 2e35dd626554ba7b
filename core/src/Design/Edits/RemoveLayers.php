<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Message;

final readonly class RemoveLayers implements Edit
{
    /** @param non-empty-list<string> $layers */
    public function __construct(private array $layers)
    {
    }

    public function apply(Design $design): Design
    {
        foreach ($this->layers as $layer) {
            $design->layer($layer);
        }
        $without = fn (Page $page): Page => $page->withLayers(
            array_values(array_filter($page->layers, fn (Layer $layer): bool => !\in_array($layer->id, $this->layers, true))),
        );

        return $design->withPages(array_map($without, $design->pages));
    }

    public function says(Design $before): Message
    {
        return 1 === \count($this->layers)
            ? new Message('design.did.deleted', ['layer' => $before->layer($this->layers[0])->name])
            : new Message('design.did.deleted_many', ['count' => \count($this->layers)]);
    }
}
