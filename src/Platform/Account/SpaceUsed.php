<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Database\Dialect;

/** How much room a member's projects take: pictures, each file once, and what runs have made. In bytes. */
final readonly class SpaceUsed
{
    public function __construct(private Connection $connection, private Dialect $dialect)
    {
    }

    /**
     * @return array{total: int, projects: list<array{id: string, name: string, pictures: int, runs: int,
     * runCount: int}>} the largest first
     */
    public function of(Member $member): array
    {
        $found = $this->connection->fetchAllAssociative(
            "SELECT p.id, p.template,
                (SELECT COALESCE(SUM(a.bytes), 0) FROM picture a WHERE a.project_id = p.id) AS pictures,
                (SELECT COALESCE(SUM({$this->dialect->number($this->dialect->json('j.outcome', 'bytes'))}), 0)
                    FROM run r JOIN job j ON j.id = r.job_id WHERE r.project_id = p.id) AS runs,
                (SELECT COUNT(*) FROM run r WHERE r.project_id = p.id) AS run_count
             FROM project p WHERE p.owner_id = ?",
            [$member->id()],
        );
        $projects = array_map(static function (array $one): array {
            $template = json_decode((string) $one['template'], true);
            $name =
                \is_array($template) && \is_string($template['name'] ?? null) ? $template['name'] : 'A project without a name';

            return [
                'id' => (string) $one['id'],
                'name' => $name,
                'pictures' => (int) $one['pictures'],
                'runs' => (int) $one['runs'],
                'runCount' => (int) $one['run_count'],
            ];
        }, $found);
        usort($projects, static fn (array $a, array $b): int => $b['pictures'] + $b['runs'] <=> $a['pictures'] + $a['runs']);
        $pictures = $this->connection->fetchOne(
            'SELECT COALESCE(SUM(bytes), 0) FROM (SELECT DISTINCT a.hash, a.bytes FROM picture a JOIN project p ON ' .
            'p.id = a.project_id WHERE p.owner_id = ?) once',
            [$member->id()],
        );

        return ['total' => (int) $pictures + array_sum(array_column($projects, 'runs')), 'projects' => $projects];
    }
}
