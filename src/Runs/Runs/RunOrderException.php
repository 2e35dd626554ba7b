<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A run that cannot be ordered; the message says what to change. */
final class RunOrderException extends \RuntimeException implements MessageException
{
    use CarriesMessage;
}
