<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/**
 * A job of many ordered parts: several workers do batches of it, it can be stopped and continued, and at the end its
 * results are combined. What is done is counted from the results.
 */
interface SharedTask extends JobKind
{
    /**
     * @return array{int, int}|null first and last places of the next stretch of so many at the most; null where nothing
     * waits after a place
     */
    public function next(Job $job, int $after, int $most): ?array;

    /**
     * The parts still to be done between two places, inclusive. May be interrupted anywhere, requested again, and done
     * by two workers at once.
     *
     * @return bool whether anything waited there
     */
    public function stretch(Job $job, int $from, int $to): bool;

    public function isDone(Job $job): bool;

    /**
     * Combines the results; never two at once. May be interrupted anywhere and repeated.
     *
     * @return array<string, mixed> what came of it
     *
     * @throws MissingPartsException when something has to be done once more first
     */
    public function finish(Job $job): array;

    /** What is left to clean up after its end. */
    public function cleanUp(Job $job): void;

    public function progress(Job $job): Progress;
}
