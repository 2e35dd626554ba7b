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

/** Pages of pieces, each at an address that nobody can guess. */
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

    public function label(): string
    {
        return 'Links';
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
        return array_map(static fn (int $count): string => self::count(
            $count,
            'page that was handed out shows nothing any more',
            'pages that were handed out show nothing any more',
        ), $this->counter->byProject('piece_link', 'taken_back_at IS NULL', $owner->id()));
    }

    public function shown(Run $run, array $newest): string
    {
        return self::count($this->links->showing($run, $newest), 'share page', 'share pages');
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
