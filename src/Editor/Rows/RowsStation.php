<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Editor\Navigation\Station;
use Morphea\App\Editor\Navigation\StationState;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

#[AsTaggedItem(priority: 40)]
final readonly class RowsStation implements StationState
{
    public function station(Project $project): Station
    {
        if (0 === $project->rowCount()) {
            return new Station('rows', 'rows', new Message('common.state.no_rows'), 'look');
        }
        $filled = $project->rowCount() - $project->blankRows();
        $skipped = $filled - $project->activeRows();

        return new Station(
            'rows',
            'rows',
            $skipped > 0
                ? new Message('common.state.rows_skipped', ['rows' => $filled, 'skipped' => $skipped])
                : new Message('common.state.rows_columns', ['rows' => $filled, 'columns' => \count($project->columns())]),
            'quiet',
        );
    }
}
