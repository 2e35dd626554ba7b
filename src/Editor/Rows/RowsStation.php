<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Editor\Navigation\Station;
use Morphea\App\Editor\Navigation\StationState;
use Morphea\App\Project\Projects\Project;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

#[AsTaggedItem(priority: 40)]
final readonly class RowsStation implements StationState
{
    public function station(Project $project): Station
    {
        if (0 === $project->rowCount()) {
            return new Station(name: 'Rows', route: 'rows', state: 'no rows yet', tone: 'look');
        }
        $columns = \count($project->columns());
        $filled = $project->rowCount() - $project->blankRows();
        $rest = $project->activeRows() < $filled
            ? number_format($filled - $project->activeRows()) . ' not made'
            : $columns . (1 === $columns ? ' column' : ' columns');

        return new Station('Rows', 'rows', number_format($filled) . (1 === $filled ? ' row' : ' rows') . ", $rest", 'quiet');
    }
}
