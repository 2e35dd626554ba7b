<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use FFI\CData;

/** Writes a libvips image as pixels or as the bytes of a file. */
trait VipsOutput
{
    /** @return string its pixels, band by band, row by row */
    public function pixels(): string
    {
        [$memory, $size] = $this->memory();
        $pixels = \FFI::string($memory, max(0, $size));
        $this->vips->ffi()->g_free($memory);

        return $pixels;
    }

    /** @return array{CData, int} its pixels in memory, which who takes them has to free by g_free, and how many bytes they are */
    public function memory(): array
    {
        $size = $this->vips->ffi()->new('size_t');
        $memory = $this->vips->ffi()->vips_image_write_to_memory($this->image, \FFI::addr($size));
        if (!($memory instanceof CData) || \FFI::isNull($memory)) {
            throw $this->vips->error('picture');
        }

        return [$memory, $size->cdata];
    }

    /** As four bands of eight bits: red, green, blue and alpha. */
    public function rgba(): self
    {
        $image = $this->srgb();

        return $image->hasAlpha()
            ? $image
            : $image->then(
                static fn (\FFI $ffi, CData $out): int => $ffi->vips_bandjoin_const1($image->image, $out, 255.0, null),
            );
    }

    /** @throws RenderException */
    public function png(int $compression, bool $strip = false): string
    {
        return $this->packed(
            static fn (\FFI $ffi, CData $in, CData $buffer, CData $size): int => $ffi->vips_pngsave_buffer(
                $in,
                $buffer,
                $size,
                'compression',
                $compression,
                'strip',
                (int) $strip,
                null,
            ),
        );
    }

    /** @throws RenderException */
    public function jpeg(int $quality): string
    {
        return $this->packed(
            static fn (\FFI $ffi, CData $in, CData $buffer, CData $size): int => $ffi->vips_jpegsave_buffer(
                $in,
                $buffer,
                $size,
                'Q',
                $quality,
                'strip',
                1,
                'optimize_coding',
                1,
                null,
            ),
        );
    }

    /** With its colour profile attached (ICC.1). */
    public function withProfile(string $profile): self
    {
        $image = $this->then(fn (\FFI $ffi, CData $out): int => $ffi->vips_copy($this->image, $out, null));
        $this->vips->ffi()->vips_image_set_blob_copy($image->image, 'icc-profile-data', $profile, \strlen($profile));

        return $image;
    }

    /**
     * The bytes of a file.
     *
     * @param \Closure(\FFI, CData, CData, CData): int $pack the image, where the bytes go, and how many
     *
     * @throws RenderException
     */
    public function packed(\Closure $pack): string
    {
        $ffi = $this->vips->ffi();
        $buffer = $ffi->new('void*');
        $size = $ffi->new('size_t');
        if (0 !== $pack($ffi, $this->image, \FFI::addr($buffer), \FFI::addr($size))) {
            throw $this->vips->error('made');
        }
        $bytes = \FFI::string($buffer, $size->cdata);
        $ffi->g_free($buffer);

        return $bytes;
    }
}
