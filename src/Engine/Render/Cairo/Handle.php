<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use FFI\CData;

/** A drawing that librsvg has read, let go of when nobody holds it any more. */
final readonly class Handle
{
    public function __construct(private Cairo $cairo, public CData $it)
    {
    }

    public function __destruct()
    {
        $this->cairo->ffi()->g_object_unref($this->it);
    }
}
