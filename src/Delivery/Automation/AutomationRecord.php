<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** The automation of a project. Written by AutomationSwitch and AutomationRepository. */
#[ORM\Entity]
#[ORM\Table(name: 'follow')]
class AutomationRecord
{
    #[ORM\Id, ORM\OneToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Project $project;

    #[ORM\Column]
    public bool $isOn;

    #[ORM\Column(length: 250)]
    public string $base;

    #[ORM\Column(length: 180)]
    public string $who;

    #[ORM\Column(options: ['default' => 0])]
    public float $plannedAt = 0.0;

    #[ORM\Column(options: ['default' => -1])]
    public int $seenVersion = -1;
}
