<?php

declare(strict_types=1);

namespace Morphea\App\Storage;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Project;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** Brings many pictures in, in the background. May be cut off anywhere and run again: a picture that is here is not brought twice. */
#[AsMessageHandler]
final readonly class TakePicturesHandler
{
    public function __construct(private EntityManagerInterface $entities, private PictureIntake $intake)
    {
    }

    public function __invoke(TakePictures $message): void
    {
        $this->entities->clear();
        $project = $this->entities->find(Project::class, $message->project);
        if (null !== $project) {
            $this->intake->work($project, $message->upload);
        }
    }
}
