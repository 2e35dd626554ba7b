<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Rendering\Drawing\Bounds;

/**
 * Where a piece lies on a sheet: its trim box in millimetres from the top left corner of the paper, and its clockwise
 * rotation in degrees. `room` is the bleed printed beyond each edge; narrow gaps are shared.
 */
final readonly class Place
{
    /** @param int $block pieces that lie alike; `row` and `column` count within it */
    public function __construct(
        public Bounds $cut,
        public int $turn,
        public int $row,
        public int $column,
        public int $block = 0,
        public ?Bounds $room = null,
    ) {
    }

    /** The printed area, with bleed. */
    public function printed(): Bounds
    {
        return $this->room ?? $this->cut;
    }

    public function within(Bounds $room): self
    {
        return new self($this->cut, $this->turn, $this->row, $this->column, $this->block, $room);
    }

    /** The same place seen from the back of the sheet. */
    public function over(Paper $paper, bool $sideways): self
    {
        $turned = static fn (Bounds $box): Bounds => $sideways
            ? new Bounds($paper->width - $box->right, $box->top, $paper->width - $box->left, $box->bottom)
            : new Bounds($box->left, $paper->height - $box->bottom, $box->right, $paper->height - $box->top);

        return new self(
            $turned($this->cut),
            // A book's page stays upright; a calendar's is upside down.
            (($sideways ? 360 : 540) - $this->turn) % 360,
            $this->row,
            $this->column,
            $this->block,
            $turned($this->printed()),
        );
    }

    public function facing(int $turn): self
    {
        return new self($this->cut, $turn, $this->row, $this->column, $this->block, $this->room);
    }

    public function moved(float $right, float $down): self
    {
        return new self(
            $this->cut->moved($right, $down),
            $this->turn,
            $this->row,
            $this->column,
            $this->block,
            $this->room?->moved($right, $down),
        );
    }
}
