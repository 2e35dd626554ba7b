<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;

/** Sets the same properties on several layers. */
final readonly class SetLayers implements Edit
{
    /**
     * @param non-empty-list<string>         $layers
     * @param non-empty-array<string, mixed> $values by path
     */
    public function __construct(private array $layers, private array $values)
    {
    }

    public function apply(Design $design): Design
    {
        foreach ($this->layers as $layer) {
            $design = (new SetLayer($layer, $this->values))->apply($design);
        }

        return $design;
    }

    public function says(Design $before): Message
    {
        return 1 === \count($this->layers)
            ? (new SetLayer($this->layers[0], $this->values))->says($before)
            : new Message('design.did.changed_many', [
                'count' => \count($this->layers),
                'what' => SetLayer::words($before->layer($this->layers[0])::class, array_keys($this->values)),
            ]);
    }
}
