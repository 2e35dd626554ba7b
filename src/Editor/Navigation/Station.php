<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Navigation;

use Morphea\Core\Message;

/**
 * One station in the bar: where it leads and how it stands, in a few words. `tone` is quiet, look, ok or bad; one that
 * `follows` is asked for again.
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
