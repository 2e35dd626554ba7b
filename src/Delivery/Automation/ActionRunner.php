<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Delivery\Ways\ActionOutcome;
use Morphea\App\Delivery\Ways\AutomationAction;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Psr\Log\LoggerInterface;

/**
 * Performs the actions on finished rows, as each way's card is set up. Performing an action twice has the effect of
 * once.
 */
final readonly class ActionRunner
{
    public function __construct(private LoggerInterface $logger)
    {
    }

    /**
     * Rows whose action fails never hold up the others.
     *
     * @param non-empty-list<int> $rows ids
     */
    public function perform(AutomationAction $action, Project $project, array $rows, string $base): ActionOutcome
    {
        try {
            return $action->perform($project, $rows, $base);
        } catch (\InvalidArgumentException | \RuntimeException $e) {
            $this->logger->warning('Automation: {step} of {rows} rows: {cause}', [
                'step' => $action->step()->id,
                'rows' => \count($rows),
                'cause' => $e->getMessage(),
                'exception' => $e,
            ]);
            if (1 === \count($rows)) {
                return new ActionOutcome([], [$rows[0] => Message::why($e)]);
            }
        }
        // One of them may be what is wrong: each for itself then, and those that were done are known.
        $notes = $failed = [];
        foreach ($rows as $row) {
            $outcome = $this->perform($action, $project, [$row], $base);
            $notes += $outcome->notes;
            $failed += $outcome->failed;
        }

        return new ActionOutcome($notes, $failed);
    }
}
