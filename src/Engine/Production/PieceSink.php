<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Message;

/** Receives finished pieces, and the reasons for those that cannot be made. */
interface PieceSink
{
    /** A piece is started. If nothing more is heard of it, not even `ends`, it killed the process. */
    public function begins(PieceRequest $piece): void;

    /**
     * Which of some files exist already from an earlier run.
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

    /** The run ends and the process is alive; pieces that were started and not made count as never started. */
    public function ends(): void;

    /** Whether the rest is no longer wanted; asked often. */
    public function isStopped(): bool;
}
