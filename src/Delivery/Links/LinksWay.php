<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Doctrine\DBAL\Connection;
use Morphea\App\Delivery\Ways\AbstractWay;
use Morphea\App\Delivery\Ways\WayState;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Database\Counter;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\Run;
use Morphea\Core\Message;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** Share pages, each at an address that nobody can guess. */
#[AsTaggedItem(priority: 90)]
final readonly class LinksWay extends AbstractWay
{
    public const ID = 'links';

    public function __construct(private Connection $connection, private Counter $counter, private Links $links)
    {
    }

    public function id(): string
    {
        return self::ID;
    }

    public function label(): Message
    {
        return new Message('deliver.log.label.links');
    }

    public function state(Project $project): ?WayState
    {
        $pages = $this->counter->ofProject('piece_link', 'taken_back_at IS NULL', $project->id());
        $seen = $this->counter->ofProject('piece_link', 'taken_back_at IS NULL AND views > 0', $project->id());

        return match (true) {
            0 === $pages => null,
            0 === $seen => new WayState(new Message('common.state.share_pages', ['count' => $pages])),
            default => new WayState(new Message('common.state.viewed', ['seen' => $seen, 'pages' => $pages]), 'ok'),
        };
    }

    public function held(Member $owner): array
    {
        return array_map(
            static fn (int $count): Message => new Message('deliver.held.pages', ['count' => $count]),
            $this->counter->byProject('piece_link', 'taken_back_at IS NULL', $owner->id()),
        );
    }

    public function shown(Run $run, array $newest): ?Message
    {
        return self::shownAs('pages', $this->links->showing($run, $newest));
    }

    public function tables(Member $member): iterable
    {
        yield 'share-pages.csv' => $this->connection->iterateAssociative(
            'SELECT project.id AS project, piece_link.row_id, piece_link.token, piece_link.views, piece_link.fetches,
                piece_link.taken_back_at FROM piece_link JOIN project ON project.id = piece_link.project_id WHERE project.owner_id = ?',
            [$member->id()],
        );
    }
}
