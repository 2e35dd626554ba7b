<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A backup that cannot be written or restored; the message says what is wrong, where, and what to do. */
final class BackupError extends \RuntimeException implements MessageException
{
    use CarriesMessage;
}
