<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** The form of a project: its address, and whether it is open. */
#[ORM\Entity]
#[ORM\Table(name: 'form')]
#[ORM\UniqueConstraint(columns: ['token'], name: 'form_token')]
class FormRecord
{
    #[ORM\Id, ORM\OneToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Project $project;

    #[ORM\Column(length: 32)]
    public string $token;

    #[ORM\Column]
    public bool $isOpen;

    #[ORM\Column(options: ['default' => 0])]
    public int $answers = 0;
}
