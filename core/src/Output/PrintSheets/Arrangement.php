<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;

/** One way to lay out pieces on a sheet: their places in reading order. */
final readonly class Arrangement
{
    /**
     * @param string                $id     by which it is asked for again
     * @param Message               $shape  “2 × 5”
     * @param non-empty-list<Place> $places
     * @param float                 $corner millimetres by which the corners of labels are round
     */
    public function __construct(
        public string $id,
        public Message $shape,
        public Paper $paper,
        public array $places,
        public float $corner = 0.0,
    ) {
    }

    /** The number of pieces on a sheet. */
    public function up(): int
    {
        return \count($this->places);
    }

    public function says(): Message
    {
        return new Message('sheets.arrangement', ['up' => $this->up(), 'shape' => $this->shape]);
    }

    /** The bounds of all pieces at trim size. */
    public function cut(): Bounds
    {
        return Bounds::round(array_map(static fn (Place $place): Bounds => $place->cut, $this->places)) ?? Bounds::of(
            x: 0,
            y: 0,
            width: 0,
            height: 0,
        );
    }

    /** The bounds of everything printed, with bleed. */
    public function printed(): Bounds
    {
        return Bounds::round(array_map(static fn (Place $place): Bounds => $place->printed(), $this->places)) ?? $this->cut();
    }

    /** @return list<int> its places down one column and then the next */
    public function downwards(): array
    {
        $order = array_keys($this->places);
        usort($order, fn (int $one, int $other): int => $this->column($one) <=> $this->column($other));

        return $order;
    }

    /** @return array{int, int, int} */
    private function column(int $place): array
    {
        $at = $this->places[$place];

        return [$at->block, $at->column, $at->row];
    }
}
