<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Project;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** Reads a large table file in the background. May be cut off anywhere and run again. */
#[AsMessageHandler]
final readonly class ReadImportHandler
{
    public function __construct(private EntityManagerInterface $entities, private ImportStore $imports)
    {
    }

    public function __invoke(ReadImport $message): void
    {
        $this->entities->clear();
        $project = $this->entities->find(Project::class, $message->project);
        if (null !== $project) {
            $this->imports->read($project, $message->import, $message->sheet);
        }
    }
}
