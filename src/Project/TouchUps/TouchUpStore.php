<?php

declare(strict_types=1);

namespace Morphea\App\Project\TouchUps;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Checks\HandWork;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Layout\TouchUps;
use Symfony\Contracts\Service\ResetInterface;

/**
 * Work by hand on single pieces, stored with their row's id, and every step of it for undo and redo. If two members work
 * at once, the second continues from what the first left.
 */
final class TouchUpStore implements ResetInterface
{
    /** Steps kept for going back. */
    private const KEPT = 200;
    private const TRIES = 50;

    /** @var array{string, array<int, HandWork>}|null as read last, with the project and its version */
    private ?array $read = null;

    public function __construct(private readonly EntityManagerInterface $entities, private readonly Connection $connection)
    {
    }

    /** @return array<int, HandWork> by row id */
    public function all(Project $project): array
    {
        $state = "{$project->id()} {$project->handVersion()}";
        if ($state !== ($this->read[0] ?? null)) {
            $this->read = [$state, $this->load($project)];
        }

        return $this->read[1];
    }

    public function find(Project $project, int $row): HandWork
    {
        return $this->all($project)[$row] ?? new HandWork();
    }

    /** @return list<int> ids of rows whose pieces are touched up */
    public function touched(Project $project): array
    {
        return array_map(intval(...), array_keys($this->touchUps($project)->all));
    }

    public function touchUps(Project $project): TouchUps
    {
        return new TouchUps(array_filter(array_map(static fn (HandWork $work) => $work->touch, $this->all($project))));
    }

    /**
     * Work from a file or another project.
     *
     * @param array<int, HandWork> $works by row id
     */
    public function begin(Project $project, array $works): void
    {
        $this->write($project, array_map(static fn (HandWork $work): array => $work->toArray(), $works));
        $project->setHand($project->handStep(), $project->handVersion() + 1);
        $this->entities->flush();
    }

    /**
     * @param list<int>                    $rows ids
     * @param \Closure(HandWork, int): HandWork $make from the work as it is, and the row's id; made again where somebody
     *     else was faster
     *
     * @return bool whether there was anything to be done
     */
    public function change(Project $project, array $rows, \Closure $make, Message|string $says, ?string $token = null): bool
    {
        for ($try = 0; $try < self::TRIES; ++$try) {
            if ($this->isMade($project, $token)) {
                return true;
            }
            $works = [];
            foreach ($rows as $row) {
                $before = $this->find($project, $row);
                $after = $make($before, $row)->toArray();
                if ($after !== $before->toArray()) {
                    $works[$row] = [$before->toArray(), $after];
                }
            }
            if ([] === $works) {
                return false;
            }
            $step = $project->handStep() + 1;
            $change = new TouchUpChange($project, $step, $says, $works, $token);
            if ($this->step($project, $step, array_map(static fn (array $work): array => $work[1], $works), $change)) {
                return true;
            }
            $this->entities->refresh($project);
        }
        throw new \RuntimeException('The pieces are being changed by others all the time; try it again.');
    }

    /** @return TouchUpChange|null that would be taken back next; `$by` 1: done again */
    public function next(Project $project, int $by = 0): ?TouchUpChange
    {
        return $this->entities->getRepository(TouchUpChange::class)->findOneBy([
            'project' => $project,
            'step' => $project->handStep() + $by,
        ]);
    }

    /** @return TouchUpChange|null what was taken back; null where there was nothing, or somebody else was faster */
    public function undo(Project $project): ?TouchUpChange
    {
        return $this->go($project, $this->next($project), 0, $project->handStep() - 1);
    }

    public function redo(Project $project): ?TouchUpChange
    {
        return $this->go($project, $this->next($project, 1), 1, $project->handStep() + 1);
    }

    /** @return array{undo: bool, redo: bool} which ways there are from here */
    public function ways(Project $project): array
    {
        return ['undo' => null !== $this->next($project), 'redo' => null !== $this->next($project, 1)];
    }

    /** Whether a step with this id was applied already: its response was lost, and it was sent again. */
    public function isMade(Project $project, ?string $token): bool
    {
        return null !== $token && '' !== $token && null !== $this->entities->getRepository(TouchUpChange::class)->findOneBy([
            'project' => $project,
            'token' => $token,
        ]);
    }

    public function reset(): void
    {
        $this->read = null;
    }

    private function go(Project $project, ?TouchUpChange $change, int $page, int $to): ?TouchUpChange
    {
        $works = array_map(static fn (array $work): array => $work[$page], $change->works ?? []);

        return null !== $change && $this->step($project, $to, $works) ? $change : null;
    }

    /** @param array<int, array<string, mixed>> $works by row id */
    private function step(Project $project, int $step, array $works, ?TouchUpChange $new = null): bool
    {
        return $this->connection->transactional(function () use ($project, $step, $works, $new): bool {
            $version = $project->handVersion();
            $claimed = $this->connection->executeStatement(
                'UPDATE project SET hand_version = hand_version + 1 WHERE id = ? AND hand_version = ?',
                [$project->id(), $version],
            );
            if (1 !== $claimed) {
                return false;
            }
            if (null !== $new) {
                $this->connection->executeStatement(
                    'DELETE FROM hand_change WHERE project_id = ? AND (step >= ? OR step <= ?)',
                    [$project->id(), $step, $step - self::KEPT],
                );
                $this->entities->persist($new);
            }
            $this->write($project, $works);
            $project->setHand($step, $version + 1);
            $this->entities->flush();

            return true;
        });
    }

    /** @param array<int, array<string, mixed>> $works by row id */
    private function write(Project $project, array $works): void
    {
        foreach ($works as $row => $work) {
            [] === $work
                ? $this->connection->executeStatement(
                    'DELETE FROM hand_work WHERE project_id = ? AND row_id = ?',
                    [$project->id(), $row],
                )
                : $this->connection->executeStatement(
                    'INSERT INTO hand_work (project_id, row_id, work) VALUES (?, ?, ?)
                        ON CONFLICT (project_id, row_id) DO UPDATE SET work = excluded.work',
                    [$project->id(), $row, json_encode($work, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)],
                );
        }
    }

    /** @return array<int, HandWork> */
    private function load(Project $project): array
    {
        $works = [];
        $rows = $this->connection->iterateNumeric('SELECT row_id, work FROM hand_work WHERE project_id = ?', [$project->id()]);
        foreach ($rows as [$row, $work]) {
            $works[(int) $row] = HandWork::of(json_decode((string) $work, true, 32));
        }

        return $works;
    }
}
