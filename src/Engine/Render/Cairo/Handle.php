<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use FFI\CData;

/** A drawing loaded by librsvg, released when it is no longer referenced. */
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
