<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Morphea\App\Platform\Http\ExplainedException;
use Morphea\Core\Message;

/** The table has changed since it was seen, and the change does not fit any more. */
final class StaleTableException extends \RuntimeException implements ExplainedException
{
    public function explanation(): Message
    {
        return new Message('errors.table_changed');
    }
}
