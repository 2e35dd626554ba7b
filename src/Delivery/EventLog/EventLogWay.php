<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\EventLog;

use Doctrine\DBAL\Connection;
use Morphea\App\Delivery\Ways\AbstractWay;
use Morphea\App\Delivery\Ways\WayCard;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** The log of all deliveries. */
#[AsTaggedItem(priority: 10)]
final readonly class EventLogWay extends AbstractWay
{
    public function __construct(private EventLog $log, private Connection $connection)
    {
    }

    public function id(): string
    {
        return 'history';
    }

    public function card(Project $project): WayCard
    {
        $count = $this->log->count($project, null);

        return new WayCard(
            $this->id(),
            route: 'history',
            state: 0 === $count ? null : new Message('deliver.log.events', ['count' => $count]),
            tone: 'quiet',
        );
    }

    public function tables(Member $member): iterable
    {
        yield 'history.csv' => $this->connection->iterateAssociative(
            'SELECT project.id AS project, happening.at, happening.kind, happening.words, happening.who FROM happening
                JOIN project ON project.id = happening.project_id WHERE project.owner_id = ? ORDER BY happening.id',
            [$member->id()],
        );
    }
}
