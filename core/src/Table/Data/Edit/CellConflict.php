<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Edit;

/** A change of a cell that was refused because something else stands there by now: `now` is what, null where row or column are gone. */
final readonly class CellConflict
{
    public function __construct(
        public int $id,
        public string $key,
        public ?int $row,
        public ?string $heading,
        public ?string $now,
        public string $yours,
    ) {
    }

    public function says(): string
    {
        return match (true) {
            null === $this->row => \sprintf('The row you gave “%s” is not in the table any more.', $this->yours),
            null === $this->heading => \sprintf(
                'The column you gave “%s” in row %d is not in the table any more.',
                $this->yours,
                $this->row,
            ),
            default => \sprintf(
                'Row %d, %s is %s by now; your “%s” was not taken.',
                $this->row,
                $this->heading,
                '' === $this->now ? 'empty' : "“{$this->now}”",
                $this->yours,
            ),
        };
    }
}
