<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\Core\Message;

/** Where an action is set up. */
final readonly class ActionHint
{
    /**
     * @param string $route that leads there
     * @param Message $words what the link says
     */
    public function __construct(public string $route, public Message $words)
    {
    }
}
