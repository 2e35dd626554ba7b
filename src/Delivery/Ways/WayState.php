<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\Core\Message;

/** What the bar says of a way; one with the tone `look` comes before all others, for somebody has to do something. */
final readonly class WayState
{
    public function __construct(public Message $words, public string $tone = 'quiet')
    {
    }
}
