<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** One row of a project's table, its cells in the order of the columns. Read and written in bulk by Tables\TableWriter. */
#[ORM\Entity]
#[ORM\Table(name: 'table_row')]
#[ORM\UniqueConstraint(columns: ['project_id', 'number'])]
#[ORM\UniqueConstraint(name: 'row_identity', columns: ['project_id', 'uid'])]
class StoredRow
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** @param list<string> $cells */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] public readonly Project $project,
        #[ORM\Column] public readonly int $number,
        #[ORM\Column(type: Types::JSON)] public readonly array $cells,
        /** Its own for good, whatever its number. */
        #[ORM\Column(options: ['default' => 0])] public readonly int $uid,
        /** Runs skip it. */
        #[ORM\Column(options: ['default' => false])] public readonly bool $off = false,
        /** Written by the drafting service and not accepted yet; runs skip it. */
        #[ORM\Column(options: ['default' => false])] public readonly bool $draft = false,
        /** Nothing stands in it; runs skip it. */
        #[ORM\Column(options: ['default' => false])] public readonly bool $blank = false,
    ) {
    }
}
