<?php

declare(strict_types=1);

namespace Morphea\App\Project\Designs;

/** Somebody else's edit of the same design was saved between reading and writing. */
final class StaleDesignException extends \RuntimeException
{
}
