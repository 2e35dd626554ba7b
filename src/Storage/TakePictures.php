<?php

declare(strict_types=1);

namespace Morphea\App\Storage;

/** Asks a worker to bring the pictures of a large upload into a project. */
final readonly class TakePictures
{
    public function __construct(public string $project, public string $upload)
    {
    }
}
