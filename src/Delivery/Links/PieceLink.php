<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\Run;

/** The share page of one row's piece, open to anybody who has its address. */
#[ORM\Entity]
#[ORM\Table(name: 'piece_link')]
#[ORM\UniqueConstraint(columns: ['token'], name: 'piece_link_token')]
#[ORM\UniqueConstraint(columns: ['project_id', 'row_id'], name: 'piece_link_holds', options: ['where' => 'taken_back_at IS NULL'])]
#[ORM\Index(columns: ['project_id', 'row_id'])]
class PieceLink
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\Column]
    private \DateTimeImmutable $madeAt;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $takenBackAt = null;

    #[ORM\Column(options: ['default' => 0])]
    private int $views = 0;

    #[ORM\Column(options: ['default' => 0])]
    private int $fetches = 0;

    #[ORM\Column(nullable: true)]
    private ?\DateTimeImmutable $seenAt = null;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Project $project,
        #[ORM\Column] private int $rowId,
        /** Nobody can guess it. */
        #[ORM\Column(length: 32)] private string $token,
        /** Always what was made last of the row; otherwise what one run made, as long as that is kept. */
        #[ORM\Column] private bool $newest,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'SET NULL')] private ?Run $run,
        #[ORM\Column(nullable: true)] private ?\DateTimeImmutable $expiresAt,
    ) {
        $this->madeAt = Time::at();
    }

    public function id(): int
    {
        return (int) $this->id;
    }

    public function project(): Project
    {
        return $this->project;
    }

    public function rowId(): int
    {
        return $this->rowId;
    }

    public function token(): string
    {
        return $this->token;
    }

    public function isNewest(): bool
    {
        return $this->newest;
    }

    public function run(): ?Run
    {
        return $this->run;
    }

    public function madeAt(): \DateTimeImmutable
    {
        return $this->madeAt;
    }

    public function views(): int
    {
        return $this->views;
    }

    public function fetches(): int
    {
        return $this->fetches;
    }

    /** When it was last visited. */
    public function seenAt(): ?\DateTimeImmutable
    {
        return $this->seenAt;
    }

    public function isTakenBack(): bool
    {
        return null !== $this->takenBackAt;
    }

    public function isOver(\DateTimeImmutable $now): bool
    {
        return null !== $this->expiresAt && $this->expiresAt <= $now;
    }
}
