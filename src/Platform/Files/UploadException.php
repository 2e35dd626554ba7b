<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A file that cannot be taken in; the message says what, where and what to do. */
final class UploadException extends \RuntimeException implements MessageException
{
    use CarriesMessage;
}
