<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use League\Flysystem\FilesystemOperator;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Files\Sweeper;
use Morphea\App\Platform\Maintenance\TidyTask;
use Morphea\App\Project\Projects\ProjectRepository;
use Symfony\Component\Uid\Ulid;

/** Deletes table files that were abandoned for a day, and those of deleted projects. */
final readonly class TidyUploads implements TidyTask
{
    public function __construct(private FilesystemOperator $files, private Sweeper $sweeper, private ProjectRepository $projects)
    {
    }

    public function tidy(): array
    {
        $count = $this->sweeper->folders(ImportStore::FOLDER, $this->projects->ids(...));
        foreach ($this->files->listContents(ImportStore::FOLDER) as $project) {
            foreach ($project->isDir() ? $this->files->listContents($project->path()) : [] as $upload) {
                if (self::age($upload->path()) > Sweeper::DAY) {
                    $this->files->deleteDirectory($upload->path());
                    ++$count;
                }
            }
        }

        return ['maintenance.tidied.uploads' => $count];
    }

    /** Seconds since a folder named by a ULID was created. */
    private static function age(string $path): int
    {
        $id = strtoupper(basename($path));

        return Ulid::isValid($id) ? Time::now() - Ulid::fromString($id)->getDateTime()->getTimestamp() : 0;
    }
}
