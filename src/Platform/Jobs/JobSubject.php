<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** What a job is about: a project. Doctrine resolves it to the entity of the floor above. */
interface JobSubject
{
    public function id(): string;
}
