<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableHistory;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Message;

/** One undo over everything that mends pieces: the design, cells, or a piece by hand. The latest change is undone first. */
final readonly class ProofHistory
{
    public function __construct(private DesignHistory $designs, private TableHistory $tables, private TouchUpStore $hands)
    {
    }

    /** @return string|null what was taken back in words; null where there was nothing */
    public function undo(Project $project): Message|string|null
    {
        $steps = $this->back($project);

        return match ([] === $steps ? null : array_search(max($steps), $steps, true)) {
            'design' => $this->designs->undo($project),
            'table' => $this->tables->undo($project)[0] ?? null,
            'hand' => $this->hands->undo($project)?->says(),
            default => null,
        };
    }

    /** @return string|null what was done again */
    public function redo(Project $project): Message|string|null
    {
        $steps = $this->forth($project);

        return match ([] === $steps ? null : array_search(min($steps), $steps, true)) {
            'design' => $this->designs->redo($project),
            'table' => $this->tables->redo($project)[0] ?? null,
            'hand' => $this->hands->redo($project)?->says(),
            default => null,
        };
    }

    /** @return array{undo: bool, redo: bool} which ways there are from here */
    public function ways(Project $project): array
    {
        return ['undo' => [] !== $this->back($project), 'redo' => [] !== $this->forth($project)];
    }

    /** @return array<string, int> when what would be taken back was done */
    private function back(Project $project): array
    {
        return array_filter([
            'design' => $this->designs->ways($project)['undo'] ? $this->designs->step($project)?->at : null,
            'table' => $this->tables->step($project)?->at,
            'hand' => $this->hands->next($project)?->at,
        ], is_int(...));
    }

    /** @return array<string, int> when what would be done again was done */
    private function forth(Project $project): array
    {
        return array_filter([
            'design' => $this->designs->step($project, 1)?->at,
            'table' => $this->tables->step($project, 1)?->at,
            'hand' => $this->hands->next($project, 1)?->at,
        ], is_int(...));
    }
}
