<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Automation;

use Morphea\App\Delivery\Email\MailOrders;
use Morphea\App\Delivery\Links\Ways;
use Morphea\App\Delivery\Schedule\Posts;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Automation\FollowOrder;
use Morphea\Core\Delivery\Automation\Step;
use Morphea\Core\Delivery\Verification\SealOrder;

/** The columns that what is done by itself shows anywhere: on the piece, in the email, the seal or the post. */
final readonly class UsedColumns
{
    public function __construct(private MailOrders $mails, private Ways $ways, private Posts $posts)
    {
    }

    /** @return list<string> keys, each once */
    public function columns(Project $project, FollowOrder $order): array
    {
        $columns = $project->template()->linkedColumns();
        foreach ($order->steps as $step) {
            array_push($columns, ...match ($step) {
                Step::Mail => $this->mails->of($project)->columns(),
                Step::Seal => SealOrder::of($this->ways->said($project, 'seal') ?? [])->columns(),
                Step::Post => $this->posts->words($project)->columns(),
                Step::Make, Step::Link => [],
            });
        }

        return array_values(array_unique($columns));
    }
}
