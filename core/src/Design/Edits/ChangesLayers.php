<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Properties\DesignException;

/** What edits of several layers have in common. */
trait ChangesLayers
{
    /**
     * @param non-empty-list<string>                                 $ids
     * @param \Closure(array<string, mixed>, Layer): array<string, mixed> $change of the layer as in the file format
     *
     * @throws DesignException
     */
    private function change(Design $design, array $ids, \Closure $change): Design
    {
        $codec = new DesignCodec();
        $changed = [];
        foreach ($ids as $id) {
            $layer = $design->layer($id);
            $changed[$id] = $codec->layerFromArray($change($codec->layerToArray($layer), $layer), $design->locale);
        }

        return $design->mapLayers(static fn (Layer $layer): Layer => $changed[$layer->id] ?? $layer);
    }
}
