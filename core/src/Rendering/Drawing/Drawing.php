<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/**
 * One page of one piece as a display list, the lowest item first. Its size is the trim size in dots; up to `bleed` dots
 * outside are drawn for paper that is trimmed.
 */
final readonly class Drawing
{
    /** @param list<GroupItem> $groups */
    public function __construct(
        public int $width,
        public int $height,
        public float $dpi,
        public ?string $background,
        public array $groups,
        public float $bleed = 0.0,
    ) {
    }

    /** A fingerprint of everything visible: the same for equal drawings on every machine. */
    public function fingerprint(): string
    {
        return hash('sha256', serialize($this));
    }

    /** @return list<GroupItem> what of it can be other in other rows */
    public function varying(): array
    {
        return array_values(array_filter($this->groups, static fn (GroupItem $group): bool => $group->varies));
    }

    /** @return list<GroupRange> its groups, parted where what every row has alike meets what can be other, the lowest first */
    public function stretches(): array
    {
        $found = [];
        foreach ($this->groups as $group) {
            $last = array_key_last($found);
            null !== $last && $found[$last]->varies === $group->varies
                ? ($found[$last] = new GroupRange([...$found[$last]->groups, $group], $group->varies))
                : ($found[] = new GroupRange([$group], $group->varies));
        }

        return $found;
    }

    /** The same drawing on another background; null for none. */
    public function on(?string $ground): self
    {
        return new self(...['background' => $ground] + get_object_vars($this));
    }
}
