<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** Whether a project's posts are published at their times. Written by PostRepository. */
#[ORM\Entity]
#[ORM\Table(name: 'calendar')]
class ScheduleSwitch
{
    #[ORM\Id, ORM\OneToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Project $project;

    #[ORM\Column]
    public bool $isOn;

    #[ORM\Column(length: 250)]
    public string $base;
}
