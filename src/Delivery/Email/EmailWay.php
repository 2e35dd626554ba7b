<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

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

/** Emails with the piece attached or a link to its page. */
#[AsTaggedItem(priority: 80)]
final readonly class EmailWay extends AbstractWay
{
    public const ID = 'mail';

    public function __construct(private Connection $connection, private Counter $counter)
    {
    }

    public function id(): string
    {
        return self::ID;
    }

    public function label(): Message
    {
        return new Message('deliver.log.label.mail');
    }

    public function card(Project $project): WayCard
    {
        $sent = $this->counter->ofProject('letter', "state = 'sent'", $project->id());
        $waits = $this->counter->ofProject('letter', "state = 'waiting'", $project->id());

        return new WayCard(
            self::ID,
            route: 'mail',
            state: 0 === $sent + $waits ? null : new Message('deliver.ways.mail.state', ['sent' => $sent, 'waits' => $waits]),
        );
    }

    public function state(Project $project): ?WayState
    {
        $sent = $this->counter->ofProject('letter', "state = 'sent'", $project->id());

        return 0 === $sent ? null : new WayState(new Message('common.state.emailed', ['count' => $sent]));
    }

    public function held(Member $owner): array
    {
        return array_map(
            static fn (int $count): Message => new Message('deliver.held.emails', ['count' => $count]),
            $this->counter->byProject('letter', "state = 'waiting'", $owner->id()),
        );
    }

    public function shown(Run $run, array $newest): ?Message
    {
        return self::shownAs(
            'emails',
            $this->counter->ofRows('letter', "state IN ('waiting', 'sending')", $run->project()->id(), $newest),
        );
    }

    public function tables(Member $member): iterable
    {
        yield 'emails.csv' => $this->connection->iterateAssociative(
            'SELECT project.id AS project, letter.row_number AS "row", letter.email, letter.copy_of, letter.state, letter.error,
                letter.sent_at FROM letter JOIN project ON project.id = letter.project_id WHERE project.owner_id = ? ORDER BY letter.id',
            [$member->id()],
        );
        yield 'closed-addresses.csv' => $this->connection->iterateAssociative(
            'SELECT email, why, since FROM closed_address WHERE member_id = ? ORDER BY since',
            [$member->id()],
        );
    }
}
