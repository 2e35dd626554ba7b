<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** A post of a row. Claimed by PostRepository. */
#[ORM\Entity]
#[ORM\Table(name: 'post')]
#[ORM\Index(columns: ['state', 'at'], name: 'post_due')]
#[ORM\UniqueConstraint(columns: ['project_id', 'row_id'], name: 'post_row')]
#[ORM\UniqueConstraint(columns: ['sign'], name: 'post_sign')]
class PostRecord
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column]
    public int $rowId;

    #[ORM\Column(length: 200)]
    public string $kind;

    #[ORM\Column]
    public \DateTimeImmutable $at;

    #[ORM\Column(length: 26)]
    public string $sign;

    #[ORM\Column(length: 8)]
    public string $state;

    #[ORM\Column(options: ['default' => 0])]
    public int $tries = 0;

    #[ORM\Column(nullable: true)]
    public ?float $begunAt = null;

    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $postedAt = null;

    #[ORM\Column(length: 200)]
    public string $receipt;

    #[ORM\Column(type: Types::TEXT)]
    public string $error;

    #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Project $project;
}
