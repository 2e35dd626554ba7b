<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Morphea\App\Platform\Jobs\ClockTask;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Worker;

/** Starts publishing posts that are due. */
final readonly class PostClock implements ClockTask
{
    public function __construct(private PostRepository $posts, private MessageBusInterface $bus)
    {
    }

    public function every(): int
    {
        return 10;
    }

    public function isDoneAtOnce(): bool
    {
        return true;
    }

    public function tick(Worker $worker, bool $isIdle): void
    {
        foreach ($this->posts->dueProjects() as $project) {
            $this->bus->dispatch(new PublishDuePosts($project));
        }
    }
}
