<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use League\Flysystem\FilesystemOperator;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** Deletes files, except those a run has reused in the meantime. */
#[AsMessageHandler]
final readonly class DeleteMadeFilesHandler
{
    public function __construct(private FilesystemOperator $files, private FileStore $store)
    {
    }

    public function __invoke(DeleteMadeFiles $message): void
    {
        foreach ($this->store->unused($message->paths) as $path) {
            $this->files->delete($path);
        }
    }
}
