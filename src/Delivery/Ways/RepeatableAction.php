<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\App\Project\Projects\Project;

/** An action that was skipped for rows that had it done before; somebody can choose to do it again. */
interface RepeatableAction extends AutomationAction
{
    /** What is recorded for such a row. */
    public function repeatNote(): string;

    /**
     * @param list<int> $rows ids
     *
     * @throws \InvalidArgumentException when it cannot be done, in words
     */
    public function repeat(Project $project, array $rows, string $who, string $base): void;
}
