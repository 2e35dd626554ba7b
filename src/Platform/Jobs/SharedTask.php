<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/**
 * Long work of many parts, which stand in an order: several workers do stretches of it, it can be stopped and go on, and
 * at its end all is put together. What is done is counted from what is there.
 */
interface SharedTask extends JobKind
{
    /**
     * @return array{int, int}|null first and last places of the next stretch of so many at the most; null where nothing
     * waits after a place
     */
    public function next(Job $job, int $after, int $most): ?array;

    /**
     * What still waits between two places, both included. May be cut off anywhere, asked for again, and done by two workers at
     * once.
     *
     * @return bool whether anything waited there
     */
    public function stretch(Job $job, int $from, int $to): bool;

    public function isDone(Job $job): bool;

    /**
     * Puts together what is there; never two at once. May be cut off anywhere and done again.
     *
     * @return array<string, mixed> what came of it
     *
     * @throws MissingPartsException when something has to be done once more first
     */
    public function finish(Job $job): array;

    /** What is left to clear away once it has ended. */
    public function cleanUp(Job $job): void;

    public function progress(Job $job): Progress;
}
