<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/** The warnings of one row of a project. Read and written in bulk by Checks\ProofTable. */
#[ORM\Entity]
#[ORM\Table(name: 'proof')]
#[ORM\UniqueConstraint(name: 'proof_row', columns: ['project_id', 'row_id'])]
#[ORM\Index(name: 'proof_order', columns: ['project_id', 'bad', 'number'])]
class ProofedRow
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /** What only shows when all rows are looked at together, as Warning::toArray has it. */
    #[ORM\Column(type: Types::TEXT, options: ['default' => '[]'])]
    public string $together = '[]';

    /** What only its pixels tell, as `warnings`; null where nobody has looked at them. */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    public ?string $pixels = null;

    /** The rank of the worst severity; -1 where nothing was found. */
    #[ORM\Column(options: ['default' => -1])]
    public int $bad = -1;

    /** All kinds that were found and are worth a look, with a space before and behind each. */
    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    public string $kinds = '';

    /** Whether something was found that somebody took as it is. */
    #[ORM\Column(options: ['default' => 0])]
    public int $accepted = 0;

    /** The layers all that is about, with a space before and behind each. */
    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    public string $layers = '';

    /**
     * @param string $inputs   a name for all that the piece is made of
     * @param string $warnings as Warning::toArray has them, as JSON
     * @param string $facts    as WholeSet::facts has them, as JSON
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] public readonly Project $project,
        #[ORM\Column] public readonly int $rowId,
        #[ORM\Column] public readonly int $number,
        #[ORM\Column(length: 40)] public readonly string $inputs,
        #[ORM\Column(type: Types::TEXT)] public readonly string $warnings,
        #[ORM\Column(type: Types::TEXT)] public readonly string $facts,
    ) {
    }
}
