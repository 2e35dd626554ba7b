<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Ffi;

/** A C library is not there or is not the one that is meant. */
final class LibraryException extends \RuntimeException
{
}
