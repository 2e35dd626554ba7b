<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Doctrine\DBAL\Connection;
use Morphea\App\Delivery\Ways\AbstractWay;
use Morphea\App\Delivery\Ways\WayCard;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Database\Counter;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** A form that people fill in themselves. */
#[AsTaggedItem(priority: 60)]
final readonly class FormWay extends AbstractWay
{
    public const ID = 'form';

    public function __construct(private Connection $connection, private Counter $counter)
    {
    }

    public function id(): string
    {
        return self::ID;
    }

    public function label(): Message
    {
        return new Message('deliver.log.label.form');
    }

    public function card(Project $project): WayCard
    {
        $isOpen = 0 < $this->counter->ofProject('form', 'is_open = TRUE', $project->id());
        $answers = (int) $this->connection->fetchOne('SELECT SUM(answers) FROM form WHERE project_id = ?', [$project->id()]);

        $state = $isOpen ? (0 === $answers ? 'open' : 'open_responses') : 'responses';

        return new WayCard(
            self::ID,
            route: 'form',
            state: $isOpen || $answers > 0 ? new Message("deliver.ways.form.$state", ['count' => $answers]) : null,
        );
    }

    public function held(Member $owner): array
    {
        return array_map(
            static fn (int $count): Message => new Message('deliver.held.forms', ['count' => $count]),
            $this->counter->byProject('form', 'is_open = TRUE', $owner->id()),
        );
    }

    public function tables(Member $member): iterable
    {
        yield 'responses.csv' => $this->connection->iterateAssociative(
            'SELECT project.id AS project, answer.made_at, answer.row_id, answer.confirmed_at, answer.cells FROM answer
                JOIN project ON project.id = answer.project_id WHERE answer.given = TRUE AND project.owner_id = ? ORDER BY answer.made_at',
            [$member->id()],
        );
    }
}
