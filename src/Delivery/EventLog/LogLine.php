<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\EventLog;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** A line of the event log. Written once, never changed. */
#[ORM\Entity]
#[ORM\Table(name: 'happening')]
#[ORM\Index(columns: ['project_id', 'id'], name: 'happening_project')]
#[ORM\UniqueConstraint(columns: ['project_id', 'sign'], name: 'happening_sign')]
class LogLine
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(length: 20)]
    public string $kind;

    #[ORM\Column(type: Types::TEXT)]
    public string $words;

    #[ORM\Column(length: 180)]
    public string $who;

    #[ORM\Column]
    public \DateTimeImmutable $at;

    #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Project $project;

    #[ORM\Column(length: 120, nullable: true)]
    public ?string $sign = null;
}
