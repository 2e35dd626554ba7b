<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Morphea\App\Delivery\Ways\AbstractAction;
use Morphea\App\Delivery\Ways\ActionOutcome;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Ways\Step;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** Creates the share page of a row. */
#[AsTaggedItem(priority: 80)]
final readonly class LinkAction extends AbstractAction
{
    public function __construct(private Links $links)
    {
    }

    public function step(): Step
    {
        return new Step('link');
    }

    public function isUsual(): bool
    {
        return true;
    }

    public function perform(Project $project, array $rows, string $base): ActionOutcome
    {
        $this->links->giveTo($project, $rows);

        return new ActionOutcome();
    }
}
