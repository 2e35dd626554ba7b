<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** The files behind pictures, sounds and fonts when a run was ordered; its id is the hash of the list. */
#[ORM\Entity]
#[ORM\Table(name: 'meant_files')]
#[ORM\Index(columns: ['project_id'], name: 'meant_files_project')]
class FrozenAssetList
{
    #[ORM\Id, ORM\Column(length: 64)]
    public string $id;

    #[ORM\Column(type: Types::TEXT)]
    public string $files;

    #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Project $project;
}
