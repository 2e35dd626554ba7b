<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** The state of a row in its project's automation. Written in bulk and claimed by AutomationRepository. */
#[ORM\Entity]
#[ORM\Table(name: 'followed')]
#[ORM\Index(columns: ['project_id', 'state', 'due_at'], name: 'followed_state')]
class AutomationRow
{
    #[ORM\Id, ORM\Column]
    public int $rowId;

    #[ORM\Id, ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Project $project;

    #[ORM\Column(length: 40)]
    public string $rowState;

    #[ORM\Column(length: 8)]
    public string $state;

    #[ORM\Column(length: 26, nullable: true)]
    public ?string $runId = null;

    #[ORM\Column(length: 60)]
    public string $done;

    #[ORM\Column(options: ['default' => 0])]
    public int $tries = 0;

    #[ORM\Column]
    public float $dueAt;

    #[ORM\Column(type: Types::TEXT)]
    public string $error;

    #[ORM\Column]
    public \DateTimeImmutable $changedAt;

    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    public string $prints = '';

    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    public string $notes = '';

    #[ORM\Column(options: ['default' => false])]
    public bool $isApproved = false;
}
