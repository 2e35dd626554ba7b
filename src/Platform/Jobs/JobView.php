<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/**
 * A job in progress as shown by `part/work.html.twig`. `what` is what is counted; a job that is not `timed` continues
 * after everything is counted, so its time left is unknown.
 */
final readonly class JobView
{
    public function __construct(public string $id, public Progress $progress, public string $what, public bool $timed)
    {
    }
}
