<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Message;

/** Groups layers or, with `$together` false, ungroups them. */
final readonly class GroupLayers implements Edit
{
    use ChangesLayers;

    /** @param non-empty-list<string> $layers */
    public function __construct(private array $layers, private bool $together)
    {
    }

    public function apply(Design $design): Design
    {
        $taken = array_map(static fn (Layer $layer): ?string => $layer->group, $design->layers());
        for ($n = 1; \in_array("group-$n", $taken, true); ++$n);

        return $this->change(
            $design,
            $this->layers,
            fn (array $data): array => array_replace($data, ['group' => $this->together ? "group-$n" : null]),
        );
    }

    public function says(Design $before): Message
    {
        return new Message($this->together ? 'design.did.grouped' : 'design.did.ungrouped', ['count' => \count($this->layers)]);
    }
}
