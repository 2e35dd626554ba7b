<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** Consecutive groups of a drawing that are all the same in every row, or all vary. */
final readonly class GroupRange
{
    /** @param non-empty-list<GroupItem> $groups */
    public function __construct(public array $groups, public bool $varies)
    {
    }

    public function bounds(): ?Bounds
    {
        return Bounds::round(
            array_map(
                static fn (GroupItem $group): Bounds => $group->bounds(),
                array_filter($this->groups, static fn (GroupItem $group): bool => [] !== $group->items),
            ),
        );
    }
}
