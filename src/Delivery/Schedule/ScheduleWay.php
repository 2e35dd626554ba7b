<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Doctrine\DBAL\Connection;
use Morphea\App\Delivery\Ways\AbstractWay;
use Morphea\App\Delivery\Ways\WayCard;
use Morphea\App\Delivery\Ways\WayState;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Database\Counter;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\Run;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** Posts that are published at their times. */
#[AsTaggedItem(priority: 50)]
final readonly class ScheduleWay extends AbstractWay
{
    public const ID = 'calendar';

    public function __construct(private Connection $connection, private Counter $counter)
    {
    }

    public function id(): string
    {
        return self::ID;
    }

    public function label(): Message
    {
        return new Message('deliver.log.label.calendar');
    }

    public function card(Project $project): WayCard
    {
        $planned = $this->counter->ofProject('post', "state = 'planned'", $project->id());
        $posted = $this->posted($project);

        return new WayCard(
            self::ID,
            route: 'calendar',
            state: 0 === $planned + $posted
                ? null
                : new Message('deliver.ways.calendar.state', ['planned' => $planned, 'posted' => $posted]),
        );
    }

    public function state(Project $project): ?WayState
    {
        $posted = $this->posted($project);

        return 0 === $posted ? null : new WayState(new Message('common.state.posted', ['count' => $posted]));
    }

    public function held(Member $owner): array
    {
        return array_map(
            static fn (int $count): Message => new Message('deliver.held.posts', ['count' => $count]),
            $this->counter->byProject('post', "state = 'planned'", $owner->id()),
        );
    }

    public function shown(Run $run, array $newest): ?Message
    {
        return self::shownAs('posts', $this->counter->ofRows('post', "state = 'planned'", $run->project()->id(), $newest));
    }

    public function tables(Member $member): iterable
    {
        yield 'posts.csv' => $this->connection->iterateAssociative(
            'SELECT project.id AS project, post.row_id, post.at, post.state, post.receipt FROM post
                JOIN project ON project.id = post.project_id WHERE project.owner_id = ? ORDER BY post.at',
            [$member->id()],
        );
    }

    private function posted(Project $project): int
    {
        return $this->counter->ofProject('post', "state = 'posted'", $project->id());
    }
}
