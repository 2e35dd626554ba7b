<?php

declare(strict_types=1);

namespace Morphea\Core\Output\Mockups;

use Morphea\Core\CarriesMessage;
use Morphea\Core\MessageException;

/** A product that pieces cannot be shown on; the message says why. */
final class MockupException extends \InvalidArgumentException implements MessageException
{
    use CarriesMessage;
}
