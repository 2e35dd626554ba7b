<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use FFI\CData;
use Morphea\App\Engine\Render\RenderException;
use Morphea\Core\Rendering\Drawing\Bounds;

/** A cairo surface, released when it is no longer referenced. */
final class Surface
{
    private mixed $keeps;

    /**
     * @param Bounds              $extent what can be drawn on, in pixels of the whole that it is, or is a part of
     * @param array{float, float} $at     the pixel of the whole that is its own first one
     * @param Bounds|null         $whole  all of that whole; null where it is all itself
     * @param float               $pixels to one of its own units, where what has pixels is drawn on it
     * @param mixed               $keeps  what must live as long as it
     *
     * @throws RenderException where it cannot be
     */
    public function __construct(
        public readonly Cairo $cairo,
        public readonly CData $it,
        public readonly Bounds $extent,
        public readonly array $at = [0.0, 0.0],
        public readonly ?Bounds $whole = null,
        public readonly float $pixels = 1.0,
        mixed $keeps = null,
    ) {
        $this->keeps = $keeps;
        $this->check();
    }

    public function __destruct()
    {
        $this->cairo->ffi()->cairo_surface_destroy($this->it);
        unset($this->keeps);
    }

    public function context(): Context
    {
        return new Context($this->cairo, $this);
    }

    /** The pixels of an image, four bytes each. */
    public function data(): CData
    {
        $this->cairo->ffi()->cairo_surface_flush($this->it);

        return $this->cairo->ffi()->cairo_image_surface_get_data($this->it);
    }

    /** Bytes from one row of an image to the next. */
    public function stride(): int
    {
        return $this->cairo->ffi()->cairo_image_surface_get_stride($this->it);
    }

    /** Tells cairo that its pixels were changed by somebody else. */
    public function written(): void
    {
        $this->cairo->ffi()->cairo_surface_mark_dirty($this->it);
    }

    /** @throws RenderException */
    public function check(): void
    {
        $this->cairo->check($this->cairo->ffi()->cairo_surface_status($this->it));
    }

    /** The memory an image uses. */
    public function bytes(): int
    {
        return (int) (4 * $this->extent->width() * $this->extent->height());
    }

    /** In a PDF, surfaces with the same id are embedded once. */
    public function named(string $name): void
    {
        $this->carries('application/x-cairo.uuid', $name);
    }

    /** In a PDF, these bytes are embedded as they are instead of the pixels. */
    public function carries(string $mime, string $bytes): void
    {
        $ffi = $this->cairo->ffi();
        $length = \strlen($bytes);
        $memory = $ffi->cast('unsigned char*', $ffi->g_memdup2($bytes, $length));
        // @phpstan-ignore property.notFound (a function of the library, for cairo to call)
        $ffi->cairo_surface_set_mime_data($this->it, $mime, $memory, $length, $ffi->g_free, $memory);
    }
}
