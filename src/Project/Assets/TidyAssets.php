<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Doctrine\DBAL\Connection;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Files\Sweeper;
use Morphea\App\Platform\Maintenance\LocalTidyTask;
use Morphea\App\Platform\Maintenance\TidyTask;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/**
 * Moves pictures and fonts that no project and no member has to the trash, from which they return when they are needed
 * again, and deletes them after a day.
 */
final readonly class TidyAssets implements TidyTask, LocalTidyTask
{
    private const KEPT_FONTS_DAYS = 7;

    /** @param iterable<AssetUse> $uses */
    public function __construct(
        private Connection $connection,
        private FilesystemOperator $files,
        private Sweeper $sweeper,
        #[AutowireIterator(AssetUse::class)] private iterable $uses,
        private string $projectDir,
    ) {
    }

    public function tidy(): array
    {
        return [
            'maintenance.tidied.trash' => $this->emptyTrash(),
            'maintenance.tidied.pictures' => $this->unused(PictureStore::FOLDER, $this->pictures()),
            'maintenance.tidied.fonts' => $this->unused('fonts', $this->fonts()),
        ];
    }

    /** Fonts prepared for librsvg on this machine that were not used for a while. */
    public function tidyHere(): array
    {
        $known = array_fill_keys($this->fonts(), true);
        $old = array_filter(
            glob("$this->projectDir/var/fonts/own/*") ?: [],
            static fn (string $path): bool => Time::now() - (int) @filemtime($path) >
                (isset($known[substr(basename($path), 0, 64)]) ? self::KEPT_FONTS_DAYS : 1) * Sweeper::DAY && @unlink($path),
        );

        return ['maintenance.tidied.prepared_fonts' => \count($old)];
    }

    /**
     * Moves unused files stored under their hash to the trash.
     *
     * @param list<string> $known
     */
    private function unused(string $folder, array $known): int
    {
        $known = array_fill_keys([...$known, ...$this->wanted()], true);
        $count = 0;
        foreach ($this->files->listContents($folder, true) as $file) {
            $hash = substr(basename($file->path()), 0, 64);
            if ($file->isFile() && !isset($known[$hash]) && $this->sweeper->age($file) > Sweeper::DAY) {
                $this->files->move($file->path(), PictureStore::TRASH . '/' . Time::at()->format('Y-m-d') . "/{$file->path()}");
                ++$count;
            }
        }

        return $count;
    }

    private function emptyTrash(): int
    {
        $count = 0;
        $wanted = array_fill_keys([...$this->pictures(), ...$this->fonts(), ...$this->wanted()], true);
        foreach ($this->files->listContents(PictureStore::TRASH) as $day) {
            $isOver = basename($day->path()) < date('Y-m-d', Time::now() - Sweeper::DAY);
            foreach ($this->files->listContents($day->path(), true) as $file) {
                if ($file->isFile() && isset($wanted[substr(basename($file->path()), 0, 64)])) {
                    // Somebody wanted it again just as it was thrown away.
                    $this->files->move($file->path(), substr($file->path(), \strlen($day->path()) + 1));
                } elseif ($file->isFile() && $isOver) {
                    $this->files->delete($file->path());
                    ++$count;
                }
            }
            if ($isOver) {
                $this->files->deleteDirectory($day->path());
            }
        }

        return $count;
    }

    /** @return list<string> */
    private function pictures(): array
    {
        return array_map(strval(...), $this->connection->fetchFirstColumn('SELECT DISTINCT hash FROM picture'));
    }

    /** @return list<string> */
    private function fonts(): array
    {
        return array_map(strval(...), $this->connection->fetchFirstColumn('SELECT DISTINCT hash FROM font'));
    }

    /** @return list<string> */
    private function wanted(): array
    {
        $all = [];
        foreach ($this->uses as $use) {
            $all += array_fill_keys($use->hashes(), true);
        }

        return array_map(strval(...), array_keys($all));
    }
}
