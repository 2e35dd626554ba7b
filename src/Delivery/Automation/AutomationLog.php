<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Delivery\Ways\ActionState;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Ways\Step;
use Morphea\Core\Message;

/** The current state of each row. */
final readonly class AutomationLog
{
    public function __construct(private AutomationReport $report, private ActionRegistry $actions)
    {
    }

    /**
     * @return list<array{row: int, words: Message|string, tone: string, error: Message|string, done: list<Message|string>,
     *   at: string}> the newest first
     */
    public function lines(Project $project): array
    {
        $log = $this->report->log($project);
        $states = $this->states($project, $log);
        $lines = [];
        foreach ($log as $one) {
            $done = array_map(fn (string $step): Message|string => match (true) {
                isset($one['notes'][$step]) => $this->actions->find($step)?->note($one['notes'][$step]) ?? $one['notes'][$step],
                isset($states[$step][$one['id']]) => $states[$step][$one['id']]->words,
                Step::MAKE === $step => Step::make()->done(),
                default => $this->actions->find($step)?->step()->done() ?? $step,
            }, $one['done']);
            $known = array_filter(array_map(static fn (array $of): ?ActionState => $of[$one['id']] ?? null, $states));
            $missed = array_values(
                array_filter(array_map(static fn (ActionState $state): Message|string|null => $state->missed, $known)),
            )[0] ?? null;
            $errors = array_filter(array_map(static fn (ActionState $state): Message|string => $state->error, $known));
            $lines[] = [
                'row' => $one['row'],
                'words' => $missed ?? $one['state']->words(),
                'tone' => null === $missed ? $one['state']->tone() : 'bad',
                'error' => '' === $one['error'] ? array_values($errors)[0] ?? '' : $one['error'],
                'done' => $done,
                'at' => $one['at'],
            ];
        }

        return $lines;
    }

    /**
     * @param list<array{id: int, done: list<string>, notes: array<string, Message|string>}> $log
     *
     * @return array<string, array<int, ActionState>> by step and row, of what was done
     */
    private function states(Project $project, array $log): array
    {
        $rows = $states = [];
        foreach ($log as $one) {
            foreach ($one['done'] as $step) {
                if (!isset($one['notes'][$step])) {
                    $rows[$step][] = $one['id'];
                }
            }
        }
        foreach ($rows as $step => $of) {
            $states[$step] = $this->actions->find((string) $step)?->states($project, $of) ?? [];
        }

        return $states;
    }
}
