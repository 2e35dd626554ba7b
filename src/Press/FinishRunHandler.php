<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemException;
use League\Flysystem\FilesystemOperator;
use League\Flysystem\UnableToWriteFile;
use Morphea\App\Entity\Run;
use Morphea\App\Entity\RunState;
use Morphea\App\Making\OneFile;
use Morphea\App\Making\Outputs;
use Morphea\App\Render\NoRoom;
use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;

/**
 * Joins the parts of a one-PDF run, adds up sizes, and closes the run. Several workers may call for it; the first does
 * it. Pieces whose files are not there, or not whole, are made again first. Parts go only once the run is closed, so
 * that this may be cut off anywhere.
 */
#[AsMessageHandler]
final readonly class FinishRunHandler
{
    public function __construct(
        private EntityManagerInterface $entities,
        private PieceStore $pieces,
        private FilesystemOperator $files,
        private Outputs $outputs,
        private LockFactory $locks,
        private MessageBusInterface $bus,
    ) {
    }

    public function __invoke(FinishRun $message): void
    {
        $lock = $this->locks->createLock("finish-$message->run");
        $lock->acquire(true);
        try {
            $this->entities->clear();
            $run = $this->entities->find(Run::class, $message->run);
            if (null === $run || RunState::Waiting !== $run->state() || $this->pieces->waits($run->id())) {
                return;
            }
            if (!$run->isOneFile()) {
                $this->close($run, $this->sum($run));
            } elseif ($this->areWhole($run)) {
                $this->close($run, $this->join($run));
                $this->files->deleteDirectory($run->partsFolder());
            }
        } finally {
            $lock->release();
        }
    }

    private function close(Run $run, ?int $bytes): void
    {
        if ($this->pieces->waits($run->id())) {
            return;
        }
        $run->finish($bytes);
        $this->entities->flush();
    }

    /** @return int|null bytes of all pieces; null when none was made */
    private function sum(Run $run): ?int
    {
        $bytes = null;
        $files = \count($this->outputs->get($run->output())->endings($run->template()));
        foreach ($this->pieces->names($run) as $position => $name) {
            for ($i = 0; $i < $files; ++$i) {
                $size = $this->size($run->piecePath($position, $i));
                if (0 === $size) {
                    $this->again($run, [$position]);
                }
                $bytes = ($bytes ?? 0) + $size;
            }
        }

        return $bytes;
    }

    /** Whether all parts are there; those that are not are made again. */
    private function areWhole(Run $run): bool
    {
        $whole = true;
        foreach ($this->pieces->parts($run->id()) as $part => $positions) {
            if (0 === $this->size($run->partPath($part))) {
                $this->again($run, $positions);
                $whole = false;
            }
        }

        return $whole;
    }

    /** @param non-empty-list<int> $positions */
    private function again(Run $run, array $positions): void
    {
        $this->pieces->again($run->id(), $positions);
        $this->bus->dispatch(new MakePieces($run->id(), min($positions), max($positions)));
    }

    private function size(string $path): int
    {
        try {
            return $this->files->fileExists($path) ? $this->files->fileSize($path) : 0;
        } catch (FilesystemException) {
            return 0;
        }
    }

    /** @return int|null bytes of the finished file; null when no piece was made */
    private function join(Run $run): ?int
    {
        $parts = $this->pieces->parts($run->id());
        $output = $this->outputs->get($run->output());
        if ([] === $parts || !($output instanceof OneFile)) {
            return null;
        }
        $folder = sys_get_temp_dir() . '/morphea-join-' . $run->id();
        @mkdir($folder, 0o700);
        try {
            $local = [];
            foreach (array_keys($parts) as $i => $part) {
                $local[] = \sprintf('%s/%06d', $folder, $i);
                NoRoom::write($local[$i], $this->files->read($run->partPath($part)));
            }
            $pages = array_sum(array_map(\count(...), $parts)) * \count($run->template()->sides);
            $output->join($local, "$folder/all", $pages);
            $stream = fopen("$folder/all", 'r');
            \assert(false !== $stream);
            $this->files->writeStream($run->path(), $stream);

            return $this->files->fileSize($run->path());
        } catch (UnableToWriteFile $e) {
            throw new NoRoom($e->getMessage(), 0, $e);
        } finally {
            array_map(unlink(...), glob("$folder/*") ?: []);
            @rmdir($folder);
        }
    }
}
