<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Edits\TouchUp;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Record;

/** The touch-ups of a project, each with its row: returns the design as it is for that row. */
final class TouchUps
{
    /** Values of a text by which its size follows from its own words and room, not from those of all rows. */
    private const OWN_SIZE = ['style', 'fit', 'frame.width', 'frame.height', 'content', 'pattern'];

    /** @var array{Design, int, array{Design, array<string, Message>}}|null the last, of which pages are laid out in turn */
    private ?array $last = null;

    /** @param array<int, TouchUp> $all by row id */
    public function __construct(public readonly array $all = [])
    {
    }

    public function find(?Record $row): ?TouchUp
    {
        return $this->all[$row->id ?? 0] ?? null;
    }

    public function design(Design $design, ?Record $row): Design
    {
        return $this->put($design, $row)[0];
    }

    /** @return array<string, Message> why it cannot be had as it was made, by layer */
    public function troubles(Design $design, ?Record $row): array
    {
        return $this->put($design, $row)[1];
    }

    /** Sizes set by hand are not recomputed for the sake of other rows. */
    public function even(EvenSizes $even, ?Record $row): EvenSizes
    {
        $touch = $this->find($row);

        return null === $touch || [] === $even->sizes ? $even : new EvenSizes(array_filter(
            $even->sizes,
            static fn (string $layer): bool => !$touch->changes($layer, self::OWN_SIZE),
            \ARRAY_FILTER_USE_KEY,
        ));
    }

    /** @return array<int, array<string, mixed>> by row id, to be kept */
    public function toArray(): array
    {
        return array_map(static fn (TouchUp $touch): array => $touch->toArray(), $this->all);
    }

    /** @param array<array-key, mixed> $data as `toArray` gives it */
    public static function from(array $data): self
    {
        return new self(array_filter(array_map(TouchUp::of(...), $data)));
    }

    /** @return array{Design, array<string, Message>} */
    private function put(Design $design, ?Record $row): array
    {
        $touch = $this->find($row);
        if (null === $touch) {
            return [$design, []];
        }
        $id = (int) $row?->id;
        if (null === $this->last || $this->last[0] !== $design || $this->last[1] !== $id) {
            $this->last = [$design, $id, $touch->on($design)];
        }

        return $this->last[2];
    }
}
