<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Delivery\EventLog\EventLog;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Runs\Runs\MadeRows;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\App\Runs\Runs\RunOrderException;
use Morphea\App\Runs\Runs\RunPlanner;
use Morphea\Core\Delivery\Automation\AutomationRule;
use Morphea\Core\Delivery\Ways\Step;
use Morphea\Core\Message;
use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;

/**
 * Runs an automation: finds new rows, has their pieces made, and performs the actions on finished rows. It can be
 * interrupted anywhere and started again: a run and the fact that a row is in it are recorded together, and every other
 * step knows what it has done.
 */
#[AsMessageHandler]
final readonly class RunAutomationHandler
{
    /** Milliseconds after which a run that is under way is looked at again. */
    private const LOOK = 500;
    /** Seconds that are waited at once, whatever the time it is waited for: nothing hangs on one message. */
    private const LONGEST = 60;

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private AutomationRepository $store,
        private AutomationSwitch $switch,
        private ActionRegistry $actions,
        private RunDispatcher $runs,
        private RunPlanner $planner,
        private TableRows $rows,
        private ActionRunner $handOver,
        private MadeRows $made,
        private ApprovalMailer $asker,
        private EventLog $history,
        private LockFactory $locks,
        private MessageBusInterface $bus,
    ) {
    }

    public function __invoke(RunAutomation $message): void
    {
        $this->entities->clear();
        $project = $this->entities->find(Project::class, $message->project);
        $on = $this->switch->on($message->project);
        if (null === $project || null === $on) {
            return;
        }
        $lock = $this->locks->createLock("follow-$message->project", null);
        if (!$lock->acquire()) {
            // Another is at it; what it did not see is seen after it.
            $this->bus->dispatch($message, [new DelayStamp(self::LOOK)]);

            return;
        }
        $this->switch->looked($message->project);
        try {
            $order = $this->actions->order($project);
            $this->store->notice($project, $order, $this->actions->columns($project, $order));
            $this->make($project, $on['who'], $on['base']);
            $this->handOverWhatIsMade($project, $order, $on['base']);
            $next = $this->store->next($project);
        } finally {
            $lock->release();
        }
        if (null !== $next) {
            $wait = max(self::LOOK, (int) ceil(1000 * min(self::LONGEST, $next - Time::precise())));
            if ($this->switch->plan($message->project, Time::precise() + $wait / 1_000)) {
                $this->bus->dispatch($message, [new DelayStamp($wait)]);
            }
        }
    }

    private function make(Project $project, string $who, string $base): void
    {
        $due = $this->store->due($project, AutomationState::Due);
        if ([] === $due) {
            return;
        }
        // What was made already and only waits to be handed over is not made again.
        $made = array_filter($due, static fn (array $one): bool => null !== $one['run']);
        foreach ($made as $one) {
            $this->store->making($project, [$one['row']], (string) $one['run']);
        }
        $due = array_filter($due, static fn (array $one): bool => null === $one['run']);
        $asked = array_column(array_filter($due, static fn (array $one): bool => !$one['approved']), 'row');
        if (AutomationRule::isMany(\count($asked))) {
            $this->hold($project, $asked, $base);
            $due = array_filter($due, static fn (array $one): bool => $one['approved']);
        }
        $rows = array_column($due, 'row');
        $numbers = [];
        foreach ($this->rows->table($project)->rows as $i => $row) {
            if (\in_array($row->id, $rows, true)) {
                $numbers[$row->id] = $i + 1;
            }
        }
        $this->store->end($project, array_values(array_diff($rows, array_keys($numbers))));
        if ([] === $numbers) {
            return;
        }
        try {
            $order = $this->planner->usual($project)->ofRows(self::ranges(array_values($numbers)));
            $this->connection->transactional(function () use ($project, $order, $who, $numbers): void {
                $run = $this->runs->start($project, $order, $who);
                $this->store->making($project, array_keys($numbers), $run->id());
            });
        } catch (RunOrderException $e) {
            $this->later($project, array_values($due), $e->says());
        }
    }

    /**
     * More rows at once than a person types wait for approval, and the owner is told.
     *
     * @param list<int> $rows
     */
    private function hold(Project $project, array $rows, string $base): void
    {
        $isFirst = 0 === $this->store->held($project);
        $this->store->hold($project, $rows);
        $this->history->tell($project, AutomationWay::ID, new Message('deliver.log.held', ['count' => \count($rows)]));
        $isFirst && $this->asker->ask($project, $base);
    }

    private function handOverWhatIsMade(Project $project, AutomationRule $order, string $base): void
    {
        $byRun = [];
        foreach ($this->store->due($project, AutomationState::Making) as $one) {
            $byRun[(string) $one['run']][] = $one;
        }
        foreach ($byRun as $id => $all) {
            $run = $this->entities->find(Run::class, $id);
            if (true === $run?->isUnderWay()) {
                continue;
            }
            $rows = array_column($all, 'row');
            $made = null === $run ? [] : $this->made->madeBy($run, $rows);
            $not = array_values(array_filter($all, static fn (array $one): bool => !\in_array($one['row'], $made, true)));
            if ([] !== $not) {
                $this->store->unmade($project, array_column($not, 'row'));
                $this->later($project, $not, new Message('automation.not_made'));
            }
            $here = array_values(array_filter($all, static fn (array $one): bool => \in_array($one['row'], $made, true)));
            if ([] !== $here) {
                $this->handOver($project, $order, $here, $base);
            }
        }
    }

    /** @param non-empty-list<array{row: int, run: string|null, done: list<string>, tries: int}> $all */
    private function handOver(Project $project, AutomationRule $order, array $all, string $base): void
    {
        $this->store->done($project, array_column(array_filter(
            $all,
            static fn (array $one): bool => !\in_array(Step::MAKE, $one['done'], true),
        ), 'row'), Step::MAKE);
        foreach ($this->actions->forRule($order) as $action) {
            $step = $action->step()->id;
            $todo = array_values(array_filter($all, static fn (array $one): bool => !\in_array($step, $one['done'], true)));
            if ([] === $todo) {
                continue;
            }
            $rows = array_column($todo, 'row');
            $outcome = $this->handOver->perform($action, $project, $rows, $base);
            $this->store->done($project, array_values(array_diff($rows, array_keys($outcome->failed))), $step, $outcome->notes);
            foreach ($todo as $one) {
                if (isset($outcome->failed[$one['row']])) {
                    $this->later($project, [$one], $outcome->failed[$one['row']]);
                }
            }
            // What failed goes no further now; the others do.
            $all = array_values(array_filter($all, static fn (array $one): bool => !isset($outcome->failed[$one['row']])));
        }
        if ([] === $all) {
            return;
        }
        $rows = array_column($all, 'row');
        $this->store->end($project, $rows);
        $steps = array_map(static fn (Step $step): Message => $step->done(), $order->steps);
        $this->history->tell($project, AutomationWay::ID, new Message('deliver.log.automated', [
            'count' => \count($rows),
            'steps' => $steps,
        ]));
    }

    /** @param non-empty-list<int> $numbers of rows, in order; as in 1-10,15, for many fit into less then */
    private static function ranges(array $numbers): string
    {
        $ranges = [];
        foreach ($numbers as $number) {
            $last = \count($ranges) - 1;
            if ($last >= 0 && $ranges[$last][1] === $number - 1) {
                $ranges[$last][1] = $number;
            } else {
                $ranges[] = [$number, $number];
            }
        }

        return implode(',', array_map(static fn (array $one): string => $one[0] === $one[1] ? "$one[0]" : "$one[0]-$one[1]", $ranges));
    }

    /** @param list<array{row: int, run: string|null, done: list<string>, tries: int}> $all */
    private function later(Project $project, array $all, Message|string $why): void
    {
        foreach ($all as $one) {
            $this->store->later(
                $project,
                [$one['row']],
                $one['tries'] + 1,
                $why instanceof Message ? $why->stored() : mb_strimwidth($why, 0, 240, '…', 'UTF-8'),
            );
        }
    }
}
