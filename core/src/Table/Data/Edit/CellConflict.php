<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Edit;

use Morphea\Core\Message;

/**
 * A change of a cell that was rejected because the cell has changed in the meantime: `now` is its content, null if the
 * row or column is gone.
 */
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

    public function says(): Message
    {
        return match (true) {
            null === $this->row => new Message('table.conflict.row', ['yours' => $this->yours]),
            null === $this->heading => new Message('table.conflict.column', ['yours' => $this->yours, 'row' => $this->row]),
            default => new Message('' === $this->now ? 'table.conflict.empty' : 'table.conflict.cell', [
                'row' => $this->row,
                'heading' => $this->heading,
                'now' => (string) $this->now,
                'yours' => $this->yours,
            ]),
        };
    }
}
