<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Connection;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Production\MadeFile;
use Morphea\App\Engine\Production\PieceRequest;
use Morphea\App\Engine\Production\PieceSink;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Jobs\JobRecorder;
use Morphea\App\Platform\Jobs\LogContext;
use Morphea\Core\Message;

/**
 * Stores a run's pieces: a file is completely stored before its piece counts as made.
 *
 * @phpstan-import-type Had from FileStore
 */
final class RunSink implements PieceSink
{
    /** Seconds that an answer to whether the run was stopped holds. */
    private const HOLDS = 0.2;

    /** @var array<int, PieceRequest> begun, by position */
    private array $open = [];
    /** @var array<string, Had> of the piece that is being made, by key */
    private array $had = [];
    private float $asked = 0.0;
    private bool $stopped = false;
    private int $made = 0;
    private int $notMade = 0;

    public function __construct(
        private readonly Run $run,
        private readonly PieceStore $pieces,
        private readonly FileStore $files,
        private readonly Connection $connection,
        private readonly JobRecorder $work,
        private readonly LogContext $place,
    ) {
    }

    public function begins(PieceRequest $piece): void
    {
        $this->place->piece($piece->position);
        $this->pieces->begin($this->run->id(), $piece->position);
        $this->open[$piece->position] = $piece;
        $this->had = [];
    }

    public function have(array $keys): array
    {
        $found = $this->files->have($this->run, $keys);
        $this->had += $found;

        return $found;
    }

    public function files(PieceRequest $piece, array $files, LaidOutPiece $drawn): void
    {
        $here = $this->files->write($this->run, $files, $this->had);
        $taken = [] !== $files && [] === array_filter($files, static fn (MadeFile $file): bool => null !== $file->bytes);
        $this->connection->transactional(function () use ($piece, $files, $here, $taken): void {
            $this->files->note($this->run, $piece->position, $files, $here);
            $this->pieces->markMade($this->run->id(), $piece->position, $taken);
        });
        ++$this->made;
        unset($this->open[$piece->position]);
    }

    public function notMade(PieceRequest $piece, Message|string $reason, ?LaidOutPiece $drawn): void
    {
        $this->pieces->markNotMade($this->run->id(), $piece->position, $reason);
        ++$this->notMade;
        unset($this->open[$piece->position]);
    }

    /** The number of pieces it received. */
    public function made(): int
    {
        return $this->made;
    }

    public function notMadeCount(): int
    {
        return $this->notMade;
    }

    public function ends(): void
    {
        if ([] !== $this->open) {
            $this->pieces->unbegin($this->run->id(), array_keys($this->open));
            $this->open = [];
        }
    }

    public function isStopped(): bool
    {
        if (!$this->stopped && Time::precise() - $this->asked > self::HOLDS) {
            $this->stopped = !$this->work->isWanted($this->run->job()->id());
            $this->asked = Time::precise();
        }

        return $this->stopped;
    }
}
