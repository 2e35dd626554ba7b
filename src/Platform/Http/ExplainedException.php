<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Morphea\Core\Message;

/** An exception whose message is for the sender of the request: it says what was not done, and what to do. */
interface ExplainedException extends \Throwable
{
    public function explanation(): Message;
}
