<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Message;

/** Moves, resizes or rotates layers. */
final readonly class PlaceLayers implements Edit
{
    use ChangesLayers;

    /** @param non-empty-array<string, Frame> $frames by layer */
    public function __construct(private array $frames)
    {
    }

    public function apply(Design $design): Design
    {
        $round = static fn (float $value): float => round($value, 3);

        return $this->change(
            $design,
            array_map(strval(...), array_keys($this->frames)),
            fn (array $data, Layer $layer): array => array_replace($data, [
                'frame' => array_map($round, get_object_vars($this->frames[$layer->id])),
            ]),
        );
    }

    public function says(Design $before): Message
    {
        $layers = array_map(strval(...), array_keys($this->frames));

        return 1 === \count($layers)
            ? new Message('design.did.placed', ['layer' => $before->layer($layers[0])->name])
            : new Message('design.did.placed_many', ['count' => \count($layers)]);
    }
}
