<?php

declare(strict_types=1);

namespace Morphea\App\Project\Projects;

use Morphea\App\Platform\Account\Member;
use Morphea\Core\Message;

/** What of projects others hold or wait for: whoever deletes one is told of it first. */
interface HeldByOthers
{
    /** @return array<string, list<Message>> what comes of it when the project goes, by the ids of projects of which there is any */
    public function held(Member $owner): array;
}
