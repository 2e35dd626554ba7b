<?php

declare(strict_types=1);

namespace Morphea\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** One row of a project's table, cells in the order of its columns. Read and written in bulk by Rows\TableStore. */
#[ORM\Entity]
#[ORM\Table(name: 'table_row')]
#[ORM\UniqueConstraint(columns: ['project_id', 'number'])]
class TableRow
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    /** @param list<string> $cells */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private Project $project,
        #[ORM\Column]
        private int $number,
        #[ORM\Column(type: Types::JSON)]
        private array $cells,
    ) {
    }

    public function id(): ?int
    {
        return $this->id;
    }

    public function project(): Project
    {
        return $this->project;
    }

    public function number(): int
    {
        return $this->number;
    }

    /** @return list<string> */
    public function cells(): array
    {
        return $this->cells;
    }
}
