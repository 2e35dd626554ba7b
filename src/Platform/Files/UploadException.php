<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** An upload that cannot be used; the message says what is wrong, where, and what to do. */
final class UploadException extends \RuntimeException implements MessageException
{
    use CarriesMessage;
}
