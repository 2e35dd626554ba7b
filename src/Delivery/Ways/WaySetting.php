<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** The settings of a way's card. */
#[ORM\Entity]
#[ORM\Table(name: 'way')]
class WaySetting
{
    #[ORM\Id, ORM\Column(length: 20)]
    public string $kind;

    #[ORM\Id, ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Project $project;

    #[ORM\Column(type: Types::TEXT)]
    public string $said;
}
