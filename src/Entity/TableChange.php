<?php

declare(strict_types=1);

namespace Morphea\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\Core\Data\TableDiff;

/** One change of a project's table, packed, for going back and forth. */
#[ORM\Entity]
#[ORM\Table(name: 'table_change')]
#[ORM\UniqueConstraint(name: 'table_change_step', columns: ['project_id', 'step'])]
#[ORM\Index(name: 'table_change_project', columns: ['project_id'])]
class TableChange
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    /** SheetDiff as JSON, deflated and in Base64. */
    #[ORM\Column(type: Types::TEXT)]
    private string $diff;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Project $project,
        #[ORM\Column] private int $step,
        #[ORM\Column(length: 255)] private string $says,
        TableDiff $diff,
        /** What the page that asked for it called it, so that it is made once however often it is sent. */
        #[ORM\Column(length: 40, nullable: true)] private ?string $token = null,
    ) {
        $this->diff = base64_encode((string) gzdeflate($diff->encode(), 3));
    }

    public function id(): ?int
    {
        return $this->id;
    }

    public function project(): Project
    {
        return $this->project;
    }

    public function step(): int
    {
        return $this->step;
    }

    public function says(): string
    {
        return $this->says;
    }

    public function token(): ?string
    {
        return $this->token;
    }

    public function diff(): TableDiff
    {
        return TableDiff::decode((string) gzinflate((string) base64_decode($this->diff, true)));
    }
}
