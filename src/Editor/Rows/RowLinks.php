<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Project\Projects\Project;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Links that belong to rows and are shown beside them: in the grid, and as a last column of tables that are downloaded. */
#[AutoconfigureTag]
interface RowLinks
{
    /** By which the grid knows them. */
    public function id(): string;

    /** Heading of their column. */
    public function heading(): string;

    public function any(Project $project): bool;

    /**
     * @param list<int>|null $rows ids of those that are asked for; null for all
     *
     * @return array<int, array{page: string, name: string}> path and what is written on it, by the row's id
     */
    public function links(Project $project, ?array $rows = null): array;
}
