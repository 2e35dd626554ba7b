<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/**
 * A response to a form, from the moment its piece is shown; it becomes a row when it is sent. Written by Responses and
 * Confirmations.
 */
#[ORM\Entity]
#[ORM\Table(name: 'answer')]
#[ORM\Index(columns: ['confirm_token'], name: 'answer_confirm')]
#[ORM\Index(columns: ['project_id', 'given', 'made_at'], name: 'answer_project')]
#[ORM\Index(columns: ['project_id', 'row_id'], name: 'answer_row')]
class ResponseRecord
{
    #[ORM\Id, ORM\Column(length: 32)]
    public string $token;

    #[ORM\Column(type: Types::TEXT)]
    public string $cells;

    #[ORM\Column(type: Types::TEXT)]
    public string $pictures;

    #[ORM\Column]
    public bool $given;

    #[ORM\Column(nullable: true)]
    public ?int $rowId = null;

    #[ORM\Column]
    public \DateTimeImmutable $madeAt;

    #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
    public Project $project;

    #[ORM\Column(length: 40, options: ['default' => ''])]
    public string $network = '';

    #[ORM\Column(length: 32, nullable: true)]
    public ?string $confirmToken = null;

    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $confirmedAt = null;
}
