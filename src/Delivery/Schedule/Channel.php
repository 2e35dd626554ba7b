<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Morphea\Core\Message;

/** Where posts are published. A post with the same key is published once, however often it is sent. */
interface Channel
{
    /** For example “posted on the board”. */
    public function name(): Message;

    /**
     * @param string $sign    of the post, its own for good
     * @param string $picture bytes of a PNG
     *
     * @return string by what it is found there
     *
     * @throws ChannelException when it could not be posted now
     */
    public function post(string $sign, string $text, string $picture, string $page): string;
}
