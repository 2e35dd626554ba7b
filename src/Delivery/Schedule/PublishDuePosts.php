<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

/** Asks a worker to publish a project's posts that are due. */
final readonly class PublishDuePosts
{
    public function __construct(public string $project)
    {
    }
}
