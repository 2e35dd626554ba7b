<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/**
 * Long work under way, as `part/work.html.twig` shows it. `what` is what is counted; work that is not `timed` goes on
 * after all is counted, so that nobody can say how long yet.
 */
final readonly class JobView
{
    public function __construct(public string $id, public Progress $progress, public string $what, public bool $timed)
    {
    }
}
