<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

/** Where it is said how an action is done. */
final readonly class ActionHint
{
    /**
     * @param string $link  name of the card
     * @param string $route that leads to it
     * @param string $words what it says by now
     */
    public function __construct(public string $link, public string $route, public string $words)
    {
    }
}
