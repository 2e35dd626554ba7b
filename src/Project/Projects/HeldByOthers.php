<?php

declare(strict_types=1);

namespace Morphea\App\Project\Projects;

use Morphea\App\Platform\Account\Member;
use Morphea\Core\Message;

/** What other people hold or wait for from a project: shown to whoever deletes it. */
interface HeldByOthers
{
    /** @return array<string, list<Message>> what comes of it when the project goes, by the ids of projects of which there is any */
    public function held(Member $owner): array;
}
