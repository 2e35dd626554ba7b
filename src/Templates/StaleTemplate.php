<?php

declare(strict_types=1);

namespace Morphea\App\Templates;

/** Somebody else's edit of the same template was saved between reading and writing. */
final class StaleTemplate extends \RuntimeException
{
}
