<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use FFI\CData;
use Morphea\App\Engine\Render\Vips;
use Morphea\Core\Rendering\Ffi\Library;

/**
 * Converts cairo's pixels to bytes as files hold them: three per opaque pixel, four with transparency. Buffers are
 * reused. Signatures from pixman.h (0.42).
 */
final class PixelBytes
{
    private const HEADER = <<<'C'
    typedef struct pixman_image pixman_image_t;
    pixman_image_t *pixman_image_create_bits(uint32_t format, int width, int height, uint32_t *bits, int stride);
    void pixman_image_composite32(int op, pixman_image_t *src, pixman_image_t *mask, pixman_image_t *dest, int32_t src_x,
        int32_t src_y, int32_t mask_x, int32_t mask_y, int32_t dest_x, int32_t dest_y, int32_t width, int32_t height);
    int pixman_image_unref(pixman_image_t *image);
    C;
    /** As pixman names them: cairo's own pixels without how much they cover, and bytes of red, green and blue. */
    private const PIXELS = 0x20020888;
    private const BYTES = 0x18030888;
    private const SOURCE = 1;
    /** Rows begin at full words. */
    private const WORD = 3;

    private readonly \FFI $pixman;
    private ?Memory $colours = null;
    private int $room = 0;

    public function __construct(private readonly Cairo $cairo, private readonly Vips $vips)
    {
        $this->pixman = Library::bind(self::HEADER, 'libpixman-1.so.0', 'libpixman-1-0');
    }

    /**
     * @param CData $pixels they are not what they were afterwards
     *
     * @return array{CData, int, int} the bytes, how many there are from one row to the next, and in a row
     */
    public function convert(CData $pixels, int $width, int $rows, bool $opaque): array
    {
        if ($opaque) {
            return $this->colours($pixels, $width, $rows);
        }
        $ffi = $this->vips->ffi();
        $ffi->vips__premultiplied_bgra2rgba($ffi->cast('uint32_t*', $pixels), $width * $rows);

        return [$pixels, 4 * $width, 4 * $width];
    }

    /** @return array{CData, int, int} */
    private function colours(CData $pixels, int $width, int $rows): array
    {
        $stride = (3 * $width + self::WORD) & ~self::WORD;
        if (null === $this->colours || $stride * $rows > $this->room) {
            $this->room = $stride * $rows;
            $this->colours = $this->cairo->memory($this->room);
        }
        $from = $this->image(self::PIXELS, $pixels, $width, $rows, 4 * $width);
        $to = $this->image(self::BYTES, $this->colours->it, $width, $rows, $stride);
        $this->pixman->pixman_image_composite32(self::SOURCE, $from, null, $to, 0, 0, 0, 0, 0, 0, $width, $rows);
        $this->pixman->pixman_image_unref($from);
        $this->pixman->pixman_image_unref($to);

        return [$this->colours->it, $stride, 3 * $width];
    }

    private function image(int $format, CData $bytes, int $width, int $rows, int $stride): CData
    {
        $bits = $this->pixman->cast('uint32_t*', $bytes);

        return $this->pixman->pixman_image_create_bits($format, $width, $rows, $bits, $stride);
    }
}
