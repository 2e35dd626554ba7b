<?php

declare(strict_types=1);

namespace Morphea\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** One row of a project's table, cells in the order of its columns. Read and written in bulk by Rows\TableStore. */
#[ORM\Entity]
#[ORM\Table(name: 'table_row')]
#[ORM\UniqueConstraint(columns: ['project_id', 'number'])]
#[ORM\UniqueConstraint(name: 'row_identity', columns: ['project_id', 'uid'])]
class StoredRow
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    /** @param list<string> $cells */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Project $project,
        #[ORM\Column] private int $number,
        #[ORM\Column(type: Types::JSON)] private array $cells,
        /** Its own for good, whatever its number. */
        #[ORM\Column(options: ['default' => 0])] private int $uid,
        /** Runs skip it. */
        #[ORM\Column(options: ['default' => false])] private bool $off = false,
        /** Written by the drafting service and not accepted yet; runs skip it. */
        #[ORM\Column(options: ['default' => false])] private bool $draft = false,
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

    public function uid(): int
    {
        return $this->uid;
    }

    public function isOff(): bool
    {
        return $this->off;
    }

    public function isDraft(): bool
    {
        return $this->draft;
    }

    /** @return list<string> */
    public function cells(): array
    {
        return $this->cells;
    }
}
