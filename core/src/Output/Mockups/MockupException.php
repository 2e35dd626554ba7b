<?php

declare(strict_types=1);

namespace Morphea\Core\Output\Mockups;

/** A product on which nothing can be shown like this; the message says why. */
final class MockupException extends \InvalidArgumentException
{
}
