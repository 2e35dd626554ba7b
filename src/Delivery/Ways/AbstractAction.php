<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;

/** An action without options and checks, which is done once it was performed. */
abstract readonly class AbstractAction implements AutomationAction
{
    public function isUsual(): bool
    {
        return false;
    }

    public function hint(Project $project): ?ActionHint
    {
        return null;
    }

    public function columns(Project $project): array
    {
        return [];
    }

    public function check(Project $project): void
    {
    }

    public function states(Project $project, array $rows): array
    {
        return [];
    }

    public function note(Message|string $note): Message|string
    {
        return $note;
    }
}
