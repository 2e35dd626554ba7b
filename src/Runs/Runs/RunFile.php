<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Morphea\App\Project\Projects\Project;

/**
 * A file of a run: of a piece, or a document of many. Stored by its content, so that runs share it. Read and written in
 * bulk by Runs\FileStore.
 */
#[ORM\Entity]
#[ORM\Table(name: 'run_file')]
#[ORM\UniqueConstraint(columns: ['run_id', 'position', 'number'])]
#[ORM\Index(columns: ['project_id', 'file_key'], name: 'run_file_key')]
#[ORM\Index(columns: ['path'], name: 'run_file_path')]
class RunFile
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] public readonly Run $run,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')] public readonly Project $project,
        /** Of the piece; 0 for a document. */
        #[ORM\Column] public readonly int $position,
        /** Which of the piece's files, or of the documents. */
        #[ORM\Column] public readonly int $number,
        /** As people get it, with its folders. */
        #[ORM\Column(type: Types::TEXT)] public readonly string $name,
        /** By all that is to be seen in it. */
        #[ORM\Column(length: 40)] public readonly string $fileKey,
        #[ORM\Column(length: 200)] public readonly string $path,
        #[ORM\Column(type: Types::BIGINT)] public readonly int $bytes,
        /** CRC-32 of its bytes, as ZIPs have it; null where nobody knows. */
        #[ORM\Column(nullable: true)] public readonly ?int $crc,
    ) {
    }
}
