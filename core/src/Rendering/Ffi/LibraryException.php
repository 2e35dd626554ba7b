<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Ffi;

/** A C library is missing or is not the expected one. */
final class LibraryException extends \RuntimeException
{
}
