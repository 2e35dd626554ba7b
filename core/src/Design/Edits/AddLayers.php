<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Message;

/** Adds imported artwork to a page: its picture on top or below everything, its texts on top. */
final readonly class AddLayers implements Edit
{
    /**
     * @param non-empty-list<Layer> $layers the picture first
     * @param string                $what   what they come from, for the history
     */
    public function __construct(private array $layers, private int $page, private bool $under, private string $what)
    {
    }

    public function apply(Design $design): Design
    {
        foreach ($this->layers as $i => $layer) {
            $design = (new AddLayer($layer, $this->page, $this->under && 0 === $i))->apply($design);
        }

        return $design;
    }

    public function says(Design $before): Message
    {
        return new Message('design.did.imported', ['what' => $this->what]);
    }

    /** @return list<string> of the texts, or of the picture where there are none */
    public function ids(): array
    {
        $texts = \array_slice($this->layers, 1);

        return array_map(
            static fn (Layer $layer): string => $layer->id,
            [] === $texts ? $this->layers : \array_slice($texts, 0, 1),
        );
    }
}
