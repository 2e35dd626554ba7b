<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use League\Flysystem\FilesystemException;
use League\Flysystem\FilesystemOperator;
use League\Flysystem\UnableToWriteFile;
use Morphea\App\Entity\Run;
use Morphea\App\Making\OneFile;
use Morphea\App\Making\Outputs;
use Morphea\App\Storage\NoRoom;
use Morphea\App\Work\NotWhole;

/**
 * The end of a run: its files looked at, and joined to one where it makes one. Pieces whose files are not there, or not
 * whole, are made again first.
 */
final readonly class FinishedRun
{
    public function __construct(
        private PieceStore $pieces,
        private FilesystemOperator $files,
        private Outputs $outputs,
    ) {
    }

    /**
     * @return int|null bytes of all it made; null when it made nothing
     *
     * @throws NotWhole|NoRoom
     */
    public function of(Run $run): ?int
    {
        $output = $this->outputs->get($run->output());

        return $output instanceof OneFile
            ? $this->join($run, $output)
            : $this->sum($run, \count($output->endings($run->template())));
    }

    /** @param int $files that each piece has */
    private function sum(Run $run, int $files): ?int
    {
        $bytes = null;
        $missing = [];
        foreach ($this->pieces->names($run) as $position => $name) {
            for ($i = 0; $i < $files; ++$i) {
                $size = $this->size($run->piecePath($position, $i));
                if (0 === $size) {
                    $missing[$position] = $position;
                }
                $bytes = ($bytes ?? 0) + $size;
            }
        }
        $this->whole($run, array_map(static fn (int $one): array => [$one], array_values($missing)));

        return $bytes;
    }

    private function join(Run $run, OneFile $output): ?int
    {
        $parts = $this->pieces->parts($run->id());
        $missing = array_filter($parts, fn (string $part): bool => 0 === $this->size($run->partPath($part)), \ARRAY_FILTER_USE_KEY);
        $this->whole($run, array_values($missing));
        if ([] === $parts) {
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

    /**
     * @param list<non-empty-list<int>> $missing positions of pieces that belong together
     *
     * @throws NotWhole when there are any
     */
    private function whole(Run $run, array $missing): void
    {
        if ([] === $missing) {
            return;
        }
        $this->pieces->again($run->id(), array_merge(...$missing));

        throw new NotWhole(array_map(static fn (array $positions): array => [min($positions), max($positions)], $missing));
    }

    private function size(string $path): int
    {
        try {
            return $this->files->fileExists($path) ? $this->files->fileSize($path) : 0;
        } catch (FilesystemException) {
            return 0;
        }
    }
}
