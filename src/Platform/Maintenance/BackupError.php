<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Maintenance;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A backup that cannot be written or taken back; the message says what, where and what to do. */
final class BackupError extends \RuntimeException implements MessageException
{
    use CarriesMessage;
}
