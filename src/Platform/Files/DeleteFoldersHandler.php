<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

use League\Flysystem\FilesystemOperator;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** Deletes folders. What another worker writes there meanwhile is found by the next tidying. */
#[AsMessageHandler]
final readonly class DeleteFoldersHandler
{
    public function __construct(private FilesystemOperator $files)
    {
    }

    public function __invoke(DeleteFolders $message): void
    {
        foreach ($message->folders as $folder) {
            $this->files->deleteDirectory($folder);
        }
    }
}
