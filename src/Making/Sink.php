<?php

declare(strict_types=1);

namespace Morphea\App\Making;

/** Where made pieces go, and who is told of those that cannot be made. */
interface Sink
{
    /** Making it begins. Of whatever nothing more is heard, not even `ends`, making it ended the process. */
    public function begins(Wanted $piece): void;

    /** @param non-empty-list<string> $files bytes of each, in the order of the output's endings */
    public function files(Wanted $piece, array $files, Drawn $drawn): void;

    /**
     * Some pieces that follow each other, in one part of the one file.
     *
     * @param non-empty-list<array{Wanted, Drawn}> $pieces
     */
    public function part(array $pieces, string $bytes): void;

    /** @param Drawn|null $drawn null where not even that could be done */
    public function notMade(Wanted $piece, string $reason, ?Drawn $drawn): void;

    /** The making comes to an end, and the process lives; pieces that were begun and not made are as if they never were. */
    public function ends(): void;

    /** Whether somebody does not want the rest any more; asked often. */
    public function isStopped(): bool;
}
