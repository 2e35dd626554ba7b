<?php

declare(strict_types=1);

namespace Morphea\Core;

/** An exception whose reason people read; `getMessage()` is for logs alone. */
interface MessageException extends \Throwable
{
    public function says(): Message|string;
}
