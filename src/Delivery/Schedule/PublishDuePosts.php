<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

/** Asks a worker to post what of a project is due. */
final readonly class PublishDuePosts
{
    public function __construct(public string $project)
    {
    }
}
