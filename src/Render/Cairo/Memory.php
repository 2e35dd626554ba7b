<?php

declare(strict_types=1);

namespace Morphea\App\Render\Cairo;

use FFI\CData;

/** A piece of memory that a library handed out, freed when nobody holds it any more. */
final readonly class Memory
{
    public function __construct(private \FFI $ffi, public CData $it)
    {
    }

    public function __destruct()
    {
        $this->ffi->g_free($this->it);
    }
}
