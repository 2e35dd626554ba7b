<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Message;

/** Moves a layer forward or backward by a number of steps. */
final readonly class OrderLayer implements Edit
{
    public function __construct(private string $layer, private int $steps)
    {
    }

    public function apply(Design $design): Design
    {
        $moved = $design->layer($this->layer);

        return $design->withPages(
            array_map(fn (Page $page): Page => $page->withLayers($this->reorder($page->layers, $moved)), $design->pages),
        );
    }

    public function says(Design $before): Message
    {
        return new Message($this->steps > 0 ? 'design.did.forward' : 'design.did.backward', [
            'layer' => $before->layer($this->layer)->name,
        ]);
    }

    /**
     * @param list<Layer> $layers
     *
     * @return list<Layer>
     */
    private function reorder(array $layers, Layer $moved): array
    {
        $from = array_search($moved, $layers, true);
        if (false === $from) {
            return $layers;
        }
        array_splice($layers, $from, 1);
        array_splice($layers, max(0, min(\count($layers), $from + $this->steps)), 0, [$moved]);

        return $layers;
    }
}
