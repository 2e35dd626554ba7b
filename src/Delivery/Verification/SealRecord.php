<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** What was signed for a piece. Each code has at most one valid seal. Written by Seals. */
#[ORM\Entity]
#[ORM\Table(name: 'seal')]
#[ORM\Index(columns: ['project_id', 'row_id'], name: 'seal_row')]
#[ORM\UniqueConstraint(columns: ['code', 'standing'], name: 'seal_standing')]
class SealRecord
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column]
    public int $rowId;

    #[ORM\Column(length: 16)]
    public string $code;

    #[ORM\Column(type: Types::TEXT)]
    public string $statement;

    #[ORM\Column(length: 16)]
    public string $keyId;

    #[ORM\Column(length: 100)]
    public string $signature;

    #[ORM\Column(nullable: true)]
    public ?int $standing = null;

    #[ORM\Column]
    public \DateTimeImmutable $sealedAt;

    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $takenBackAt = null;

    #[ORM\Column(type: Types::TEXT)]
    public string $reason;

    #[ORM\Column(options: ['default' => 0])]
    public int $looks = 0;

    #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Project $project;
}
