<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Morphea\App\Delivery\Ways\AbstractAction;
use Morphea\App\Delivery\Ways\ActionOutcome;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Ways\Step;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** Schedules a post for a row, as the schedule's rule says. */
#[AsTaggedItem(priority: 60)]
final readonly class PostAction extends AbstractAction
{
    public function __construct(private PostScheduler $posts)
    {
    }

    public function step(): Step
    {
        return new Step('post');
    }

    public function columns(Project $project): array
    {
        return $this->posts->words($project)->columns();
    }

    public function perform(Project $project, array $rows, string $base): ActionOutcome
    {
        $this->posts->deal($project, false, '', $rows);

        return new ActionOutcome();
    }
}
