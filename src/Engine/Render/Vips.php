<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use FFI\CData;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Ffi\Library;

/**
 * libvips through PHP's FFI, without a process for each picture. Signatures from vips.h, libvips 8.14. Every image is
 * owned by a VipsImage, which releases it.
 */
final class Vips
{
    private const HEADER = <<<'C'
    typedef struct _VipsImage VipsImage;
    int vips_init(const char *name);
    VipsImage *vips_image_new_from_buffer(const void *buf, size_t len, const char *options, ...);
    VipsImage *vips_image_new_matrix_from_array(int width, int height, const double *array, int size);
    VipsImage *vips_image_copy_memory(VipsImage *image);
    VipsImage *vips_image_new_from_memory(const void *data, size_t size, int width, int height, int bands, int format);
    void vips__premultiplied_bgra2rgba(uint32_t *p, int n); void vips__rgba2bgra_premultiplied(uint32_t *p, int n);
    int vips_svgload_buffer(void *buf, size_t len, VipsImage **out, ...);
    int vips_copy(VipsImage *in, VipsImage **out, ...);
    int vips_autorot(VipsImage *in, VipsImage **out, ...);
    int vips_icc_transform(VipsImage *in, VipsImage **out, const char *profile, ...);
    int vips_colourspace(VipsImage *in, VipsImage **out, int space, ...);
    int vips_cast(VipsImage *in, VipsImage **out, int format, ...);
    int vips_extract_band(VipsImage *in, VipsImage **out, int band, ...);
    int vips_bandjoin2(VipsImage *in1, VipsImage *in2, VipsImage **out, ...);
    int vips_recomb(VipsImage *in, VipsImage **out, VipsImage *matrix, ...);
    int vips_linear(VipsImage *in, VipsImage **out, const double *a, const double *b, int n, ...);
    int vips_thumbnail_buffer(void *buf, size_t len, VipsImage **out, int width, ...);
    int vips_thumbnail_image(VipsImage *in, VipsImage **out, int width, ...);
    int vips_xyz(VipsImage **out, int width, int height, ...);
    int vips_divide(VipsImage *left, VipsImage *right, VipsImage **out, ...);
    int vips_mapim(VipsImage *in, VipsImage **out, VipsImage *index, ...);
    int vips_black(VipsImage **out, int width, int height, ...);
    int vips_insert(VipsImage *main, VipsImage *sub, VipsImage **out, int x, int y, ...);
    int vips_relational_const1(VipsImage *in, VipsImage **out, int relational, double c, ...);
    int vips_boolean(VipsImage *left, VipsImage *right, VipsImage **out, int boolean, ...);
    int vips_ifthenelse(VipsImage *cond, VipsImage *in1, VipsImage *in2, VipsImage **out, ...);
    int vips_premultiply(VipsImage *in, VipsImage **out, ...);
    int vips_unpremultiply(VipsImage *in, VipsImage **out, ...);
    int vips_embed(VipsImage *in, VipsImage **out, int x, int y, int width, int height, ...);
    int vips_extract_area(VipsImage *in, VipsImage **out, int left, int top, int width, int height, ...);
    int vips_composite2(VipsImage *base, VipsImage *overlay, VipsImage **out, int mode, ...);
    typedef struct _VipsInterpolate VipsInterpolate;
    VipsInterpolate *vips_interpolate_new(const char *nickname);
    int vips_bandjoin_const1(VipsImage *in, VipsImage **out, double c, ...);
    void *vips_image_write_to_memory(VipsImage *in, size_t *size);
    int vips_pngsave_buffer(VipsImage *in, void **buf, size_t *len, ...);
    int vips_jpegsave_buffer(VipsImage *in, void **buf, size_t *len, ...);
    int vips_webpsave_buffer(VipsImage *in, void **buf, size_t *len, ...);
    int vips_heifsave_buffer(VipsImage *in, void **buf, size_t *len, ...);
    int vips_tiffsave_buffer(VipsImage *in, void **buf, size_t *len, ...);
    typedef struct _VipsBlob VipsBlob;
    int vips_profile_load(const char *name, VipsBlob **profile, ...);
    const void *vips_blob_get(VipsBlob *blob, size_t *length); void vips_area_unref(void *area);
    void vips_image_set_blob_copy(VipsImage *image, const char *name, const void *data, size_t length);
    int vips_image_get_interpretation(VipsImage *image);
    int vips_image_get_bands(VipsImage *image);
    int vips_image_get_format(VipsImage *image);
    int vips_image_get_width(VipsImage *image);
    int vips_image_get_height(VipsImage *image);
    int vips_image_get_orientation(VipsImage *image);
    int vips_image_hasalpha(VipsImage *image);
    size_t vips_image_get_typeof(VipsImage *image, const char *name);
    const char *vips_error_buffer(void);
    void vips_error_clear(void);
    void g_object_unref(void *object);
    void g_free(void *mem);
    C;

    private ?\FFI $ffi = null;
    private string $profile = '';

    public function __construct(private readonly FontSetup $fonts)
    {
    }

    /**
     * An image from the bytes of a file.
     *
     * @throws RenderException when it is none, or not whole
     */
    public function open(string $bytes): VipsImage
    {
        $ffi = $this->ffi();
        $buffer = self::buffer($ffi, $bytes);
        $image = $ffi->vips_image_new_from_buffer($buffer, \strlen($bytes), '', 'fail_on', 1, null);
        if (!($image instanceof CData) || \FFI::isNull($image)) {
            throw $this->error('picture');
        }

        return new VipsImage($this, $image, $buffer);
    }

    /**
     * @param string $svg sized in pixels
     *
     * @throws RenderException
     */
    public function draw(string $svg): VipsImage
    {
        $buffer = self::buffer($this->ffi(), $svg);

        return $this->image(
            'drawing',
            $buffer,
            static fn (\FFI $ffi, CData $out): int => $ffi->vips_svgload_buffer(
                $buffer,
                \strlen($svg),
                $out,
                'unlimited',
                1,
                null,
            ),
        );
    }

    /**
     * A thumbnail from the bytes of a file, decoding no more than it needs.
     *
     * @param int $edge pixels that neither side exceeds
     *
     * @throws RenderException
     */
    public function small(string $bytes, int $edge): VipsImage
    {
        $buffer = self::buffer($this->ffi(), $bytes);

        return $this->image(
            'picture',
            $buffer,
            static fn (\FFI $ffi, CData $out): int => $ffi->vips_thumbnail_buffer(
                $buffer,
                \strlen($bytes),
                $out,
                $edge,
                'height',
                $edge,
                'size',
                2,
                null,
            ),
        );
    }

    /**
     * An image of pixels in memory.
     *
     * @param mixed $keeps what they live as long as
     */
    public function over(CData $pixels, int $width, int $height, int $bands, mixed $keeps): VipsImage
    {
        $image = $this->ffi()->vips_image_new_from_memory(
            $this->ffi()->cast('void*', $pixels),
            $width * $height * $bands,
            $width,
            $height,
            $bands,
            0,
        );
        if (!($image instanceof CData) || \FFI::isNull($image)) {
            throw $this->error('made');
        }

        return new VipsImage($this, $image, $keeps);
    }

    /** The centres of the pixels of a part of a picture, as two bands. */
    public function places(int $left, int $top, int $width, int $height): VipsImage
    {
        return $this->image('made', null, static fn (\FFI $ffi, CData $out): int => $ffi->vips_xyz(
            $out,
            $width,
            $height,
            null,
        ))->moved([$left + 0.5, $top + 0.5]);
    }

    /** An index of that many points, all pointing nowhere. */
    public function nowhere(int $width, int $height): VipsImage
    {
        return $this->image('made', null, static fn (\FFI $ffi, CData $out): int => $ffi->vips_black(
            $out,
            $width,
            $height,
            'bands',
            2,
            null,
        ))->moved([-1e6, -1e6]);
    }

    /** The sRGB profile that files carry (ICC.1). */
    public function profile(): string
    {
        if ('' === $this->profile) {
            $ffi = $this->ffi();
            $blob = $ffi->new('VipsBlob*');
            if (0 !== $ffi->vips_profile_load('srgb', \FFI::addr($blob), null)) {
                throw $this->error('made');
            }
            $length = $ffi->new('size_t');
            $this->profile = \FFI::string($ffi->vips_blob_get($blob, \FFI::addr($length)), $length->cdata);
            $ffi->vips_area_unref($ffi->cast('void*', $blob));
        }

        return $this->profile;
    }

    /**
     * The result of one operation.
     *
     * @param mixed                       $keeps   what must live as long as the image
     * @param \Closure(\FFI, CData): int $operation with a place for the image
     *
     * @throws RenderException
     */
    public function image(string $failed, mixed $keeps, \Closure $operation): VipsImage
    {
        $out = $this->ffi()->new('VipsImage*');
        if (0 !== $operation($this->ffi(), \FFI::addr($out))) {
            throw $this->error($failed);
        }

        return new VipsImage($this, $out, $keeps);
    }

    public function ffi(): \FFI
    {
        if (null === $this->ffi) {
            $this->fonts->apply();
            $this->ffi = Library::bind(self::HEADER, 'libvips.so.42', 'libvips42');
            if (0 !== $this->ffi->vips_init('morphea')) {
                throw $this->error('failed');
            }
        }

        return $this->ffi;
    }

    /** @param string $what sentence, as in `render.picture` */
    public function error(string $what): RenderException
    {
        $why = trim((string) $this->ffi?->vips_error_buffer());
        $this->ffi?->vips_error_clear();

        return new RenderException(new Message("render.$what", ['why' => $why]));
    }

    private static function buffer(\FFI $ffi, string $bytes): CData
    {
        $length = \strlen($bytes);
        $buffer = $ffi->new("char[$length]");
        \FFI::memcpy($buffer, $bytes, $length);

        return $buffer;
    }
}
