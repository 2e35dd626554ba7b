<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Rendering\Timeline\Timing;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/** Finds the rows with the shortest and the longest short, laying out as many as time allows. */
final readonly class RowLengths
{
    private const SECONDS = 4.0;
    private const KEPT = 3_600;

    public function __construct(private ProjectOpener $opener, private TableRows $rows, private CacheInterface $cache)
    {
    }

    /** @return array{shortest: int, least: float, longest: int, most: float, rows: int}|null null without rows */
    public function find(Project $project): ?array
    {
        $key = hash('sha256', serialize([
            ...[$project->id(), $project->templateJson(), $project->tableVersion(), $project->pictureVersion()],
        ]));

        return $this->cache->get("lengths-$key", function (ItemInterface $item) use ($project): ?array {
            $item->expiresAfter(self::KEPT);

            return $this->measured($project);
        });
    }

    /** @return array{shortest: int, least: float, longest: int, most: float, rows: int}|null */
    private function measured(Project $project): ?array
    {
        $open = $this->opener->page($project);
        if (!$open->design->moves()) {
            return null;
        }
        $found = null;
        $began = Time::precise();
        foreach ($this->rows->active($project) as $row) {
            $seconds = Timing::of($open->design, $open->lay($row), Timing::USUAL)->seconds();
            $found ??= ['shortest' => $row->number, 'least' => $seconds, 'longest' => $row->number, 'most' => $seconds, 'rows' => 0];
            ++$found['rows'];
            if ($seconds < $found['least']) {
                [$found['shortest'], $found['least']] = [$row->number, $seconds];
            }
            if ($seconds > $found['most']) {
                [$found['longest'], $found['most']] = [$row->number, $seconds];
            }
            if (Time::precise() - $began > self::SECONDS) {
                break;
            }
        }

        return $found;
    }
}
