<?php

declare(strict_types=1);

namespace Morphea\App\Render;

/** SVG to PNG by librsvg inside libvips, through FFI: no process per piece. Signatures from vips.h, libvips 8.14. */
final class PngWriter
{
    private const HEADER = <<<'C'
        typedef struct _VipsImage VipsImage;
        int vips_init(const char *name);
        int vips_svgload_buffer(void *buf, size_t len, VipsImage **out, ...);
        int vips_copy(VipsImage *in, VipsImage **out, ...);
        int vips_pngsave_buffer(VipsImage *in, void **buf, size_t *len, ...);
        const char *vips_error_buffer(void);
        void vips_error_clear(void);
        void g_object_unref(void *object);
        void g_free(void *mem);
        C;
    private const COMPRESSION = 6;

    private ?\FFI $ffi = null;

    public function __construct(private readonly FontSetup $fonts)
    {
    }

    /**
     * @param string $svg sized in pixels, one a dot
     *
     * @return string a PNG that knows its dpi
     *
     * @throws RenderError
     */
    public function write(string $svg, float $dpi): string
    {
        $ffi = $this->ffi();
        $length = \strlen($svg);
        $source = $ffi->new("char[$length]");
        \FFI::memcpy($source, $svg, $length);
        $loaded = $ffi->new('VipsImage*');
        $image = $ffi->new('VipsImage*');
        $buffer = $ffi->new('void*');
        $size = $ffi->new('size_t');
        if (0 !== $ffi->vips_svgload_buffer($source, $length, \FFI::addr($loaded), 'dpi', 96.0, 'unlimited', 1, null)) {
            throw $this->error('The drawing cannot be read');
        }
        try {
            $perMillimetre = $dpi / 25.4;
            if (0 !== $ffi->vips_copy($loaded, \FFI::addr($image), 'xres', $perMillimetre, 'yres', $perMillimetre, null)) {
                throw $this->error('The picture cannot be made');
            }
            try {
                if (0 !== $ffi->vips_pngsave_buffer($image, \FFI::addr($buffer), \FFI::addr($size), 'compression', self::COMPRESSION, null)) {
                    throw $this->error('The picture cannot be packed');
                }
                $png = \FFI::string($buffer, $size->cdata);
                $ffi->g_free($buffer);

                return $png;
            } finally {
                $ffi->g_object_unref($image);
            }
        } finally {
            $ffi->g_object_unref($loaded);
        }
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
