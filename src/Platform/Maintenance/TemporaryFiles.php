<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Files\AtomicFilesAdapter;
use Morphea\App\Platform\Files\Sweeper;

/** Deletes what killed processes left behind. */
final readonly class TemporaryFiles implements TidyTask, LocalTidyTask
{
    public function __construct(private Sweeper $sweeper)
    {
    }

    public function tidy(): array
    {
        return ['maintenance.tidied.unfinished' => $this->sweeper->older(AtomicFilesAdapter::INCOMING, Sweeper::DAY)];
    }

    public function tidyHere(): array
    {
        $old = array_filter(
            glob(sys_get_temp_dir() . '/morphea*') ?: [],
            static fn (string $path): bool => Time::now() - (int) @filemtime($path) > Sweeper::DAY,
        );
        foreach (array_filter($old, is_dir(...)) as $folder) {
            array_map(@unlink(...), glob("$folder/*") ?: []);
            @rmdir($folder);
        }
        $files = array_filter($old, static fn (string $path): bool => is_file($path) && @unlink($path));

        return ['maintenance.tidied.temporary' => \count($files)];
    }
}
