<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\Core\Message;

/** A card on the Deliver station: a way, described by `deliver.ways`, and its progress. */
final readonly class WayCard
{
    /**
     * @param string       $route that its button leads to
     * @param Message|null $state how far it is, in a few words; null where nothing was done yet
     * @param string       $tone  quiet, look, ok or bad
     * @param string       $act   what the button says, by the name of its sentence
     */
    public function __construct(
        public string $id,
        public string $route,
        public ?Message $state = null,
        public string $tone = 'ok',
        public string $act = 'act',
    ) {
    }
}
