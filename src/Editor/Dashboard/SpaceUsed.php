<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\ProjectRepository;
use Morphea\App\Project\Projects\UsesSpace;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** The space a member's projects take, in bytes: pictures, each file once, and the output of runs. */
final readonly class SpaceUsed
{
    /** @param iterable<UsesSpace> $users */
    public function __construct(
        private ProjectRepository $projects,
        #[AutowireIterator(UsesSpace::class)] private iterable $users,
    ) {
    }

    /**
     * @return array{total: int, projects: list<array{id: string, name: string, bytes: array<string, int>, all: int}>} the
     * largest first
     */
    public function measure(Member $member): array
    {
        $total = 0;
        $bytes = [];
        foreach ($this->users as $user) {
            $total += $user->total($member);
            $bytes[$user->what()] = $user->bytes($member);
        }
        $projects = [];
        foreach ($this->projects->allOf($member) as $project) {
            $own = array_map(static fn (array $of): int => $of[$project->id()] ?? 0, $bytes);
            $projects[] = ['id' => $project->id(), 'name' => $project->name(), 'bytes' => $own, 'all' => array_sum($own)];
        }
        usort($projects, static fn (array $a, array $b): int => $b['all'] <=> $a['all']);

        return ['total' => $total, 'projects' => $projects];
    }
}
