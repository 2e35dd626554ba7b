<?php

declare(strict_types=1);

namespace Morphea\App\Project\TouchUps;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** The work by hand on the piece of one row. Read and written by TouchUps\TouchUpStore. */
#[ORM\Entity]
#[ORM\Table(name: 'hand_work')]
#[ORM\UniqueConstraint(name: 'hand_work_row', columns: ['project_id', 'row_id'])]
class TouchUpRecord
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** @param string $work as Core\Proof\HandWork has it, as JSON */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] public readonly Project $project,
        #[ORM\Column] public readonly int $rowId,
        #[ORM\Column(type: Types::TEXT)] public readonly string $work,
    ) {
    }
}
