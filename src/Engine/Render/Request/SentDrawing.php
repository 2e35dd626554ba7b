<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;

/** A drawing sent to a renderer: groups that are the same in every row are sent once, and by name after that. */
final readonly class SentDrawing
{
    /**
     * @param list<GroupItem|string>   $groups what can be other in another row, and names of what cannot
     * @param array<string, GroupItem> $new    groups that are sent for the first time, by name
     * @param bool                     $forget all that was sent before
     */
    public function __construct(
        private int $width,
        private int $height,
        private float $dpi,
        private ?string $background,
        private float $bleed,
        public array $groups,
        public array $new,
        public bool $forget,
    ) {
    }

    /** @param array<string, GroupItem> $known by name */
    public function drawing(array $known): Drawing
    {
        $groups = array_map(
            static fn (GroupItem|string $group): GroupItem => \is_string($group) ? $known[$group] : $group,
            $this->groups,
        );

        return new Drawing($this->width, $this->height, $this->dpi, $this->background, $groups, $this->bleed);
    }

    /** A name for everything in it that is the same in every row. */
    public function ground(): string
    {
        $names = array_map(static fn (GroupItem|string $group): string => \is_string($group) ? $group : '', $this->groups);

        return implode("\0", [$this->width, $this->height, $this->dpi, $this->bleed, ...$names]);
    }
}
