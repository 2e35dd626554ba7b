<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Delivery\Ways\ActionHint;
use Morphea\App\Delivery\Ways\AutomationAction;
use Morphea\App\Delivery\Ways\WaySettings;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Automation\AutomationRule;
use Morphea\Core\Delivery\Automation\Trigger;
use Morphea\Core\Delivery\Ways\Step;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** All actions an automation can perform on a row besides making its piece, and those a project's automation performs. */
final readonly class ActionRegistry
{
    private const KIND = 'follow';

    /** @param iterable<AutomationAction> $actions in the order in which they are done */
    public function __construct(
        #[AutowireIterator(AutomationAction::class)] private iterable $actions,
        private WaySettings $settings,
    ) {
    }

    /** @return list<Step> */
    public function steps(): array
    {
        $steps = [];
        foreach ($this->actions as $action) {
            $steps[] = $action->step();
        }

        return $steps;
    }

    public function find(string $step): ?AutomationAction
    {
        foreach ($this->actions as $action) {
            if ($action->step()->id === $step) {
                return $action;
            }
        }

        return null;
    }

    /** The options chosen last, or the defaults. */
    public function order(Project $project): AutomationRule
    {
        $said = $this->settings->said($project, self::KIND);
        if (null !== $said) {
            return AutomationRule::of($said, $this->steps());
        }
        $usual = [];
        foreach ($this->actions as $action) {
            if ($action->isUsual()) {
                $usual[] = $action->step();
            }
        }

        return new AutomationRule(Trigger::Arrives, [Step::make(), ...$usual]);
    }

    public function keep(Project $project, AutomationRule $order): void
    {
        $this->settings->say($project, self::KIND, $order->toArray());
    }

    /** @return list<AutomationAction> those of an order */
    public function forRule(AutomationRule $order): array
    {
        return array_values(array_filter(array_map(fn (Step $step): ?AutomationAction => $this->find($step->id), $order->steps)));
    }

    /** @return list<ActionHint> of all there are */
    public function hints(Project $project): array
    {
        $hints = [];
        foreach ($this->actions as $action) {
            $hints[] = $action->hint($project);
        }

        return array_values(array_filter($hints));
    }

    /** @return list<string> keys of the columns that pieces show, and what is done of them; each once */
    public function columns(Project $project, AutomationRule $order): array
    {
        $columns = $project->design()->linkedColumns();
        foreach ($this->forRule($order) as $action) {
            array_push($columns, ...$action->columns($project));
        }

        return array_values(array_unique($columns));
    }
}
