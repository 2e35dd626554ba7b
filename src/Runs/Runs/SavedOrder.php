<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** A project's order saved by name, to be used again. */
#[ORM\Entity]
#[ORM\Table(name: 'saved_order')]
#[ORM\UniqueConstraint(columns: ['project_id', 'name'])]
class SavedOrder
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    /** @param array<string, mixed> $said as Runs\RunOrder gives it */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Project $project,
        #[ORM\Column(length: 80)] private string $name,
        #[ORM\Column(type: Types::JSON)] private array $said,
    ) {
    }

    public function id(): int
    {
        return (int) $this->id;
    }

    public function project(): Project
    {
        return $this->project;
    }

    public function name(): string
    {
        return $this->name;
    }

    /** @return array<string, mixed> */
    public function said(): array
    {
        return $this->said;
    }

    /** @param array<string, mixed> $said */
    public function say(array $said): void
    {
        $this->said = $said;
    }
}
