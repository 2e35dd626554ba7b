<?php

declare(strict_types=1);

namespace Morphea\App\Import;

/** Somebody does not want the file any more while it is being read. */
final class ReadingStopped extends \RuntimeException
{
}
