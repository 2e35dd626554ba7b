<?php

declare(strict_types=1);

namespace Morphea\App\Project\Context;

use Morphea\App\Platform\Files\Sweeper;
use Morphea\App\Platform\Maintenance\TidyTask;
use Morphea\App\Project\Projects\ProjectRepository;

/** Deletes thumbnails of deleted projects. */
final readonly class TidyThumbnails implements TidyTask
{
    public function __construct(private Sweeper $sweeper, private ProjectRepository $projects)
    {
    }

    public function tidy(): array
    {
        return ['maintenance.tidied.thumbnails' => $this->sweeper->folders(Thumbnails::FOLDER, $this->projects->ids(...))];
    }
}
