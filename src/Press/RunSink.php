<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use League\Flysystem\FilesystemOperator;
use League\Flysystem\UnableToWriteFile;
use Morphea\App\Entity\Run;
use Morphea\App\Making\Drawn;
use Morphea\App\Making\Sink;
use Morphea\App\Making\Wanted;
use Morphea\App\Storage\NoRoom;
use Morphea\App\Work\WorkRecord;
use Symfony\Component\Uid\Ulid;

/** A run's pieces into storage: a file is there, whole, before its piece counts as made. */
final class RunSink implements Sink
{
    /** Seconds that an answer to whether the run was stopped holds. */
    private const HOLDS = 0.2;

    /** @var array<int, Wanted> begun, by position */
    private array $open = [];
    private float $asked = 0.0;
    private bool $stopped = false;

    public function __construct(
        private readonly Run $run,
        private readonly PieceStore $pieces,
        private readonly FilesystemOperator $files,
        private readonly WorkRecord $work,
    ) {
    }

    public function begins(Wanted $piece): void
    {
        $this->pieces->begin($this->run->id(), $piece->position);
        $this->open[$piece->position] = $piece;
    }

    public function files(Wanted $piece, array $files, Drawn $drawn): void
    {
        foreach ($files as $i => $bytes) {
            $this->write($this->run->piecePath($piece->position, $i), $bytes);
        }
        $this->pieces->made($this->run->id(), $piece->position);
        unset($this->open[$piece->position]);
    }

    public function part(array $pieces, string $bytes): void
    {
        $positions = array_map(static fn (array $one): int => $one[0]->position, $pieces);
        $part = \sprintf('%06d-%s', $positions[0], new Ulid());
        $this->write($this->run->partPath($part), $bytes);
        if (!$this->pieces->madeTogether($this->run->id(), $positions, $part)) {
            // Another worker was handed the same stretch, and was faster with some of them: its pages count.
            $this->files->delete($this->run->partPath($part));
        }
        $this->open = array_diff_key($this->open, array_flip($positions));
    }

    public function notMade(Wanted $piece, string $reason, ?Drawn $drawn): void
    {
        $this->pieces->notMade($this->run->id(), $piece->position, $reason);
        unset($this->open[$piece->position]);
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
        if (!$this->stopped && microtime(true) - $this->asked > self::HOLDS) {
            $this->stopped = !$this->work->isWanted($this->run->job()->id());
            $this->asked = microtime(true);
        }

        return $this->stopped;
    }

    private function write(string $path, string $bytes): void
    {
        try {
            $this->files->write($path, $bytes);
        } catch (UnableToWriteFile $e) {
            throw new NoRoom($e->getMessage(), 0, $e);
        }
    }
}
