<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use FFI\CData;

/** Memory allocated by a library, freed when it is no longer referenced. */
final readonly class Memory
{
    public function __construct(private \FFI $ffi, public CData $it)
    {
    }

    /**
     * A pointer into memory.
     *
     * @param CData $bytes a pointer to bytes
     */
    public static function from(CData $bytes, int $place): CData
    {
        return \FFI::addr($bytes[$place]);
    }

    /** @param int $length bytes */
    public static function copy(CData $to, CData $from, int $length): void
    {
        \FFI::memcpy($to, $from, max(0, $length));
    }

    public function __destruct()
    {
        $this->ffi->g_free($this->it);
    }
}
