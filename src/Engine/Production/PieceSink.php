<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Message;

/** Where made pieces go, and who is told of those that cannot be made. */
interface PieceSink
{
    /** Making it begins. Of whatever nothing more is heard, not even `ends`, making it ended the process. */
    public function begins(PieceRequest $piece): void;

    /**
     * Which of some files are there already, from an earlier making.
     *
     * @param list<string> $keys by what they hold
     *
     * @return array<string, mixed> by key
     */
    public function have(array $keys): array;

    /** @param list<MadeFile> $files in order; none of a piece that is only bound into documents */
    public function files(PieceRequest $piece, array $files, LaidOutPiece $drawn): void;

    /** @param LaidOutPiece|null $drawn null where not even that could be done */
    public function notMade(PieceRequest $piece, Message|string $reason, ?LaidOutPiece $drawn): void;

    /** The making comes to an end, and the process lives; pieces that were begun and not made are as if they never were. */
    public function ends(): void;

    /** Whether somebody does not want the rest any more; asked often. */
    public function isStopped(): bool;
}
