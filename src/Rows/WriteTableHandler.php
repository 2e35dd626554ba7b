<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Project;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** Writes a large table out in the background. May be cut off anywhere and run again. */
#[AsMessageHandler]
final readonly class WriteTableHandler
{
    public function __construct(private EntityManagerInterface $entities, private TablesOut $out)
    {
    }

    public function __invoke(WriteTable $message): void
    {
        $this->entities->clear();
        $project = $this->entities->find(Project::class, $message->project);
        if (null !== $project) {
            $this->out->work($project, $message->file);
        }
    }
}
