<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Morphea\Core\Data\Row;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Proof\Finding;

/** A piece as drawn, with what is to be said about it. */
final readonly class Piece
{
    /** @param list<Finding> $findings */
    public function __construct(public Row $row, public LaidOut $laid, public array $findings, public string $svg)
    {
    }

    /** Why it must not be made; null when it may. */
    public function blocked(): ?string
    {
        $reasons = array_map(static fn (Finding $f): string => $f->sentence, array_filter($this->findings, static fn (Finding $f): bool => $f->blocks));

        return [] === $reasons ? null : implode(' ', $reasons);
    }
}
