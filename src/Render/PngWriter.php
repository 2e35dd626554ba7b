<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use FFI\CData;

/** SVG to PNG by librsvg inside libvips, through FFI: no process per piece. Signatures from vips.h, libvips 8.14. */
final class PngWriter
{
    private const HEADER = <<<'C'
        typedef struct _VipsImage VipsImage;
        int vips_init(const char *name);
        int vips_svgload_buffer(void *buf, size_t len, VipsImage **out, ...);
        int vips_copy(VipsImage *in, VipsImage **out, ...);
        int vips_extract_band(VipsImage *in, VipsImage **out, int band, ...);
        int vips_pngsave_buffer(VipsImage *in, void **buf, size_t *len, ...);
        const char *vips_error_buffer(void);
        void vips_error_clear(void);
        void g_object_unref(void *object);
        void g_free(void *mem);
        C;
    /** Measured on an A4 certificate at 300 dpi: 0.31 s and 345 KB, against 0.45 s and 354 KB at level 6 with an unused alpha channel. */
    private const COMPRESSION = 4;
    private const COLOUR_BANDS = 3;

    private ?\FFI $ffi = null;

    public function __construct(private readonly FontSetup $fonts)
    {
    }

    /**
     * @param string $svg    sized in pixels, one a dot
     * @param bool   $opaque the drawing covers all of its side, so no alpha channel is needed
     *
     * @return string a PNG that knows its dpi
     *
     * @throws RenderError
     */
    public function write(string $svg, float $dpi, bool $opaque): string
    {
        $ffi = $this->ffi();
        $length = \strlen($svg);
        $source = $ffi->new("char[$length]");
        \FFI::memcpy($source, $svg, $length);
        $image = $this->step('The drawing cannot be read', null, static fn (CData $out): int => $ffi->vips_svgload_buffer($source, $length, $out, 'unlimited', 1, null));
        if ($opaque) {
            $image = $this->step('The picture cannot be made', $image, static fn (CData $out): int => $ffi->vips_extract_band($image, $out, 0, 'n', self::COLOUR_BANDS, null));
        }
        $perMillimetre = $dpi / 25.4;
        $image = $this->step('The picture cannot be made', $image, static fn (CData $out): int => $ffi->vips_copy($image, $out, 'xres', $perMillimetre, 'yres', $perMillimetre, null));
        $buffer = $ffi->new('void*');
        $size = $ffi->new('size_t');
        $failed = $ffi->vips_pngsave_buffer($image, \FFI::addr($buffer), \FFI::addr($size), 'compression', self::COMPRESSION, null);
        $ffi->g_object_unref($image);
        if (0 !== $failed) {
            throw $this->error('The picture cannot be packed');
        }
        $png = \FFI::string($buffer, $size->cdata);
        $ffi->g_free($buffer);

        return $png;
    }

    /**
     * One operation of libvips: from an image, which is given up, to the next.
     *
     * @param \Closure(CData): int $operation
     */
    private function step(string $what, ?CData $from, \Closure $operation): CData
    {
        $out = $this->ffi()->new('VipsImage*');
        $failed = $operation(\FFI::addr($out));
        if (null !== $from) {
            $this->ffi()->g_object_unref($from);
        }

        return 0 === $failed ? $out : throw $this->error($what);
    }

    private function ffi(): \FFI
    {
        if (null === $this->ffi) {
            $this->fonts->apply();
            try {
                $this->ffi = \FFI::cdef(self::HEADER, 'libvips.so.42');
            } catch (\FFI\Exception $e) {
                throw new RenderError('libvips cannot be used (Debian package libvips42): '.$e->getMessage(), 0, $e);
            }
            if (0 !== $this->ffi->vips_init('morphea')) {
                throw $this->error('libvips does not start');
            }
        }

        return $this->ffi;
    }

    private function error(string $what): RenderError
    {
        $why = trim((string) $this->ffi?->vips_error_buffer());
        $this->ffi?->vips_error_clear();

        return new RenderError("$what: $why");
    }
}
