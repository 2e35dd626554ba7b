<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

/** A run that cannot be ordered so; the message says what to change. */
final class RunOrderException extends \RuntimeException
{
}
