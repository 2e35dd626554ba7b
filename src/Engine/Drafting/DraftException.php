<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Drafting;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** Rows that could not be drafted; the message says why and what to do. */
final class DraftException extends \RuntimeException implements MessageException
{
    use CarriesMessage;
}
