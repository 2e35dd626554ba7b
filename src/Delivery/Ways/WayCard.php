<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\Core\Message;

/** A card on the Deliver station: what a way does, and how far it is. */
final readonly class WayCard
{
    /**
     * @param string $says  what it does, in a sentence
     * @param string $route that its button leads to
     * @param string $act   what the button says
     * @param string $state how far it is, in a few words; empty where nothing was done yet
     * @param string $tone  quiet, look, ok or bad
     */
    public function __construct(
        public string $id,
        public Message|string $title,
        public Message|string $says,
        public string $route,
        public Message|string $act,
        public Message|string $state = '',
        public string $tone = 'ok',
    ) {
    }
}
