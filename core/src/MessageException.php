<?php

declare(strict_types=1);

namespace Morphea\Core;

/** An exception whose reason is shown to people; `getMessage()` is for logs only. */
interface MessageException extends \Throwable
{
    public function says(): Message|string;
}
