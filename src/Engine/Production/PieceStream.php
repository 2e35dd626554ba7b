<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Table\Data\Record;

/**
 * Pieces for a document, in order: each is laid out when it is requested and not kept.
 *
 * @implements \IteratorAggregate<int, LaidOutPiece>
 */
final readonly class PieceStream implements \IteratorAggregate, \Countable
{
    /** @param list<PieceRequest> $wanted */
    public function __construct(public Production $making, private array $wanted)
    {
    }

    public function count(): int
    {
        return \count($this->wanted);
    }

    public function drawn(int $place): LaidOutPiece
    {
        return $this->making->again($this->wanted[$place]);
    }

    public function getIterator(): \Generator
    {
        foreach ($this->wanted as $place => $piece) {
            yield $place => $this->making->again($piece);
        }
    }

    public function row(int $place): Record
    {
        return $this->wanted[$place]->row;
    }

    /** @return list<Record> */
    public function rows(): array
    {
        return array_map(static fn (PieceRequest $piece): Record => $piece->row, $this->wanted);
    }
}
