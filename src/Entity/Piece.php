<?php

declare(strict_types=1);

namespace Morphea\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** What one row becomes in one run. Read and written in bulk by Press\PieceStore. */
#[ORM\Entity]
#[ORM\Table(name: 'piece')]
#[ORM\UniqueConstraint(columns: ['run_id', 'position'])]
#[ORM\Index(columns: ['run_id', 'state'])]
class Piece
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null;

    #[ORM\Column(length: 8, enumType: PieceState::class)]
    private PieceState $state = PieceState::Waiting;

    /** Why it was not made. */
    #[ORM\Column(type: Types::TEXT)]
    private string $reason = '';

    #[ORM\Column(nullable: true)]
    private ?float $madeAt = null;

    /** Times that making it was begun and has not come to an end. */
    #[ORM\Column(options: ['default' => 0])]
    private int $tries = 0;

    /** The part that holds its pages, of a run that makes one PDF. */
    #[ORM\Column(length: 40, nullable: true)]
    private ?string $part = null;

    /** @param array<string, string> $cells by column key */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] private Run $run,
        #[ORM\Column] private int $position,
        #[ORM\Column] private int $rowNumber,
        #[ORM\Column(nullable: true)] private ?int $rowId,
        #[ORM\Column(length: 160)] private string $name,
        #[ORM\Column(type: Types::JSON)] private array $cells,
    ) {
    }

    public function id(): ?int
    {
        return $this->id;
    }

    public function run(): Run
    {
        return $this->run;
    }

    public function position(): int
    {
        return $this->position;
    }

    public function rowNumber(): int
    {
        return $this->rowNumber;
    }

    /** Who the row is, whatever number it has by now; null in runs from before rows were told apart. */
    public function rowId(): ?int
    {
        return $this->rowId;
    }

    public function name(): string
    {
        return $this->name;
    }

    /** @return array<string, string> */
    public function cells(): array
    {
        return $this->cells;
    }

    public function state(): PieceState
    {
        return $this->state;
    }

    public function reason(): string
    {
        return $this->reason;
    }

    public function tries(): int
    {
        return $this->tries;
    }

    public function part(): ?string
    {
        return $this->part;
    }

    public function madeAt(): ?float
    {
        return $this->madeAt;
    }
}
