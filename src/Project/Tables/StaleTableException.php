<?php

declare(strict_types=1);

namespace Morphea\App\Project\Tables;

use Morphea\App\Platform\Http\ExplainedException;
use Morphea\Core\Message;

/** The table is not the one any more that a change was made on, and the change fits no other. */
final class StaleTableException extends \RuntimeException implements ExplainedException
{
    public function explanation(): Message
    {
        return new Message('errors.table_changed');
    }
}
