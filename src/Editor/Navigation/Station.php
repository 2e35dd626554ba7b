<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Navigation;

use Morphea\Core\Message;

/**
 * One station in the bar: its link and its state in a few words. `tone` is quiet, look, ok or bad; one that `follows` is
 * polled.
 */
final readonly class Station
{
    public function __construct(
        public string $name,
        public string $route,
        public Message $state,
        public string $tone,
        public bool $follows = false,
    ) {
    }
}
