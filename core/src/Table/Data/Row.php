<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data;

/** A row with its state: a permanent id, whether runs leave it out, and whether it is a draft that nobody has accepted. */
final readonly class Row
{
    /** @param list<string> $cells in the order of the columns */
    public function __construct(public int $id, public array $cells, public bool $off = false, public bool $draft = false)
    {
    }

    /** Compared as text: 7 is not 007. */
    public function is(self $other): bool
    {
        return $this === $other ||
            ($this->id === $other->id &&
                $this->cells === $other->cells &&
                $this->off === $other->off &&
                $this->draft === $other->draft);
    }

    /** @param list<string> $cells */
    public function with(array $cells): self
    {
        return new self($this->id, $cells, $this->off, $this->draft);
    }
}
