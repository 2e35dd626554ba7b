<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Ways\Step;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** What a way of delivery does of a row in an automation. Done twice, it is done once. */
#[AutoconfigureTag]
interface AutomationAction
{
    public function step(): Step;

    /** Whether a new automation does it, unless somebody says otherwise. */
    public function isUsual(): bool;

    /** Null where there is nothing to be said of how it is done. */
    public function hint(Project $project): ?ActionHint;

    /** @return list<string> keys of the columns that it shows */
    public function columns(Project $project): array;

    /**
     * What would go wrong is said when an automation is started, and not at night.
     *
     * @throws \InvalidArgumentException in words
     */
    public function check(Project $project): void;

    /**
     * @param non-empty-list<int> $rows ids
     *
     * @throws \InvalidArgumentException|\RuntimeException when it cannot be done like this, in words
     */
    public function perform(Project $project, array $rows, string $base): ActionOutcome;

    /**
     * What became of it since.
     *
     * @param list<int> $rows ids
     *
     * @return array<int, ActionState> of rows of which more is known than that it was done
     */
    public function states(Project $project, array $rows): array;

    /** What was noted of a row in place of that it was done. */
    public function note(Message|string $note): Message|string;
}
