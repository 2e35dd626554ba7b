<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** The piece of one row in one run. Read and written in bulk by Runs\PieceStore. */
#[ORM\Entity]
#[ORM\Table(name: 'piece')]
#[ORM\UniqueConstraint(columns: ['run_id', 'position'])]
#[ORM\Index(columns: ['run_id', 'state'])]
#[ORM\Index(columns: ['input'], name: 'piece_input')]
#[ORM\Index(columns: ['row_id'], name: 'piece_row')]
class Piece
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    #[ORM\Column(length: 8, enumType: PieceState::class)]
    public PieceState $state = PieceState::Waiting;

    /** Why it was not made. */
    #[ORM\Column(type: Types::TEXT)]
    public string $reason = '';

    #[ORM\Column(nullable: true)]
    public ?float $madeAt = null;

    /** Times that making it was begun and has not come to an end. */
    #[ORM\Column(options: ['default' => 0])]
    public int $tries = 0;

    /** All that it is made of, as a name: equal pieces of a project have the same. */
    #[ORM\Column(length: 40, nullable: true)]
    public ?string $input = null;

    /** Its files are those of an earlier run. */
    /** Name of how it looks, whatever it is put into. */
    #[ORM\Column(length: 40, options: ['default' => ''])]
    public string $drawn = '';

    #[ORM\Column(options: ['default' => false])]
    public bool $taken = false;

    /** @param array<string, string> $cells by column key */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] public readonly Run $run,
        #[ORM\Column] public readonly int $position,
        #[ORM\Column] public readonly int $rowNumber,
        #[ORM\Column(nullable: true)] public readonly ?int $rowId,
        #[ORM\Column(length: 160)] public readonly string $name,
        #[ORM\Column(type: Types::JSON)] public readonly array $cells,
    ) {
    }
}
