<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Ways;

use Morphea\Core\Message;

/** What the bar says about a way; one with the tone `look` comes first because somebody has to act. */
final readonly class WayState
{
    public function __construct(public Message $words, public string $tone = 'quiet')
    {
    }
}
