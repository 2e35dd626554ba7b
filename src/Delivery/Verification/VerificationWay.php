<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

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

/** Verification: codes by which strangers check that a piece is genuine. */
#[AsTaggedItem(priority: 70)]
final readonly class VerificationWay extends AbstractWay
{
    public const ID = 'seal';

    public function __construct(private Connection $connection, private Counter $counter)
    {
    }

    public function id(): string
    {
        return self::ID;
    }

    public function label(): Message
    {
        return new Message('deliver.log.label.seal');
    }

    public function card(Project $project): WayCard
    {
        return new WayCard(self::ID, route: 'seals', state: $this->state($project)?->words);
    }

    public function state(Project $project): ?WayState
    {
        $sealed = $this->sealed($project);

        return 0 === $sealed ? null : new WayState(new Message('common.state.sealed', ['count' => $sealed]));
    }

    public function held(Member $owner): array
    {
        return array_map(
            static fn (int $count): Message => new Message('deliver.held.seals', ['count' => $count]),
            $this->counter->byProject('seal', 'standing = 1', $owner->id()),
        );
    }

    public function shown(Run $run, array $newest): ?Message
    {
        return self::shownAs(
            'seals',
            $this->counter->ofRows('seal', 'standing = 1 AND taken_back_at IS NULL', $run->project()->id(), $newest),
        );
    }

    public function tables(Member $member): iterable
    {
        yield 'verification.csv' => $this->connection->iterateAssociative(
            'SELECT project.id AS project, seal.code, seal.statement, seal.key_id, seal.signature, seal.sealed_at,
                seal.taken_back_at, seal.reason FROM seal JOIN project ON project.id = seal.project_id WHERE project.owner_id = ?',
            [$member->id()],
        );
    }

    private function sealed(Project $project): int
    {
        return $this->counter->ofProject('seal', 'standing = 1 AND taken_back_at IS NULL', $project->id());
    }
}
