<?php

declare(strict_types=1);

namespace Morphea\App\Project\Assets;

use Doctrine\DBAL\Connection;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\UsesSpace;

/** Pictures, clips and sounds of projects. */
final readonly class AssetSpace implements UsesSpace
{
    private const OWN = 'project_id IN (SELECT id FROM project WHERE owner_id = ?)';

    public function __construct(private Connection $connection)
    {
    }

    public function what(): string
    {
        return 'pictures';
    }

    public function bytes(Member $owner): array
    {
        return array_map(intval(...), $this->connection->fetchAllKeyValue(
            'SELECT project_id, SUM(bytes) FROM picture WHERE ' . self::OWN . ' GROUP BY project_id',
            [$owner->id()],
        ));
    }

    public function total(Member $owner): int
    {
        return (int) $this->connection->fetchOne(
            'SELECT COALESCE(SUM(bytes), 0) FROM (SELECT DISTINCT hash, bytes FROM picture WHERE ' . self::OWN . ') once',
            [$owner->id()],
        );
    }
}
