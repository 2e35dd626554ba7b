<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Ways\Step;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** What a way of delivery does to a row in an automation. Performing it twice has the effect of once. */
#[AutoconfigureTag]
interface AutomationAction
{
    public function step(): Step;

    /** Whether a new automation includes it by default. */
    public function isUsual(): bool;

    /** Null if there is nothing to say about how it is done. */
    public function hint(Project $project): ?ActionHint;

    /** @return list<string> keys of the columns that it shows */
    public function columns(Project $project): array;

    /**
     * Finds problems when an automation is turned on, rather than at night.
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
     * The state of the action since then.
     *
     * @param list<int> $rows ids
     *
     * @return array<int, ActionState> of rows of which more is known than that it was done
     */
    public function states(Project $project, array $rows): array;

    /** What was recorded for a row instead of that it was done. */
    public function note(Message|string $note): Message|string;
}
