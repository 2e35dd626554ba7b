<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Morphea\App\Entity\Project;
use Morphea\App\Open\Opener;
use Morphea\Core\Data\Record;
use Morphea\Core\Proof\Finding;
use Morphea\Core\Proof\Severity;

/** Rows about which there is something to be said before they are made. */
final readonly class OpenFindings
{
    public function __construct(private Opener $opener)
    {
    }

    /**
     * @param iterable<Record> $rows
     * @param float            $seconds that looking may take
     *
     * @return array<int, Finding> the worst of each row, by its number
     */
    public function rows(Project $project, iterable $rows, float $seconds = 60.0): array
    {
        return $this->look($project, $rows, $seconds)['found'];
    }

    /**
     * @param iterable<Record> $rows
     *
     * @return array{found: array<int, Finding>, looked: int} and how many rows were looked at before the time was up
     */
    public function look(Project $project, iterable $rows, float $seconds): array
    {
        $open = $this->opener->page($project);
        $until = microtime(true) + $seconds;
        $found = [];
        $looked = 0;
        foreach ($rows as $row) {
            if (microtime(true) > $until) {
                break;
            }
            ++$looked;
            foreach (array_keys($open->template->sides) as $side) {
                foreach ($open->findings($open->lay($row, $side), $side) as $finding) {
                    $worst = $found[$row->number] ?? null;
                    $rank = $finding->severity->rank();
                    if ($rank > Severity::Note->rank() && $rank > ($worst?->severity->rank() ?? -1)) {
                        $found[$row->number] = $finding;
                    }
                }
            }
        }

        return ['found' => $found, 'looked' => $looked];
    }
}
