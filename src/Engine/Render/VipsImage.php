<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use FFI\CData;

/** A libvips image; every operation returns a new one, and nothing is computed before it is written. */
final class VipsImage
{
    use VipsArithmetic;
    use VipsOutput;

    private const SRGB = 22;
    private const MULTIBAND = 0;
    private const CMYK = 15;
    private const BYTES = 0;
    private const DOWN = 2;
    private const FORCE = 3;
    private const COLOUR_BANDS = 3;
    private const OVER = 2;
    private const MULTIPLY = 14;

    private mixed $keeps;

    /** @param mixed $keeps what must live as long as the image: the bytes or the image it comes from */
    public function __construct(private readonly Vips $vips, private readonly CData $image, mixed $keeps)
    {
        $this->keeps = $keeps;
    }

    public function __destruct()
    {
        $this->vips->ffi()->g_object_unref($this->image);
        unset($this->keeps);
    }

    public function width(): int
    {
        return $this->vips->ffi()->vips_image_get_width($this->image);
    }

    public function height(): int
    {
        return $this->vips->ffi()->vips_image_get_height($this->image);
    }

    public function hasAlpha(): bool
    {
        return 0 !== $this->vips->ffi()->vips_image_hasalpha($this->image);
    }

    /**
     * Whether every program shows it alike: eight bits, upright, in plain RGB or greys, without a profile or a camera's
     * metadata.
     */
    public function isPlain(): bool
    {
        $ffi = $this->vips->ffi();

        return self::BYTES === $ffi->vips_image_get_format($this->image) &&
            self::CMYK !== $ffi->vips_image_get_interpretation($this->image) &&
            $ffi->vips_image_get_orientation($this->image) <= 1 &&
            !$this->has('icc-profile-data') &&
            !$this->has('exif-data');
    }

    /**
     * Fully decoded, once for everything that is asked of it then.
     *
     * @throws RenderException when it is not whole
     */
    public function whole(): self
    {
        $image = $this->vips->ffi()->vips_image_copy_memory($this->image);
        if (!($image instanceof CData) || \FFI::isNull($image)) {
            throw $this->vips->error('picture');
        }

        return new self($this->vips, $image, null);
    }

    public function upright(): self
    {
        return $this->then(fn (\FFI $ffi, CData $out): int => $ffi->vips_autorot($this->image, $out, null));
    }

    /** In eight bits of sRGB, converted from its own profile if it has one. */
    public function srgb(): self
    {
        $cmyk = self::CMYK === $this->vips->ffi()->vips_image_get_interpretation($this->image);
        if ($cmyk || $this->has('icc-profile-data')) {
            return $this->then(
                fn (\FFI $ffi, CData $out): int => $ffi->vips_icc_transform(
                    $this->image,
                    $out,
                    'srgb',
                    'embedded',
                    1,
                    'input_profile',
                    $cmyk ? 'cmyk' : 'srgb',
                    'depth',
                    8,
                    null,
                ),
            );
        }
        $image = $this->then(fn (\FFI $ffi, CData $out): int => $ffi->vips_colourspace($this->image, $out, self::SRGB, null));

        return $image->then(static fn (\FFI $ffi, CData $out): int => $ffi->vips_cast($image->image, $out, self::BYTES, null));
    }

    /** @param int $edge pixels that neither side exceeds */
    public function small(int $edge): self
    {
        return $this->fitted($edge, self::DOWN);
    }

    /**
     * Stretched to a square.
     *
     * @param int $edge pixels
     */
    public function stretched(int $edge): self
    {
        return $this->fitted($edge, self::FORCE);
    }

    private function fitted(int $edge, int $how): self
    {
        return $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_thumbnail_image(
                $this->image,
                $out,
                $edge,
                'height',
                $edge,
                'size',
                $how,
                null,
            ),
        );
    }

    /** Without its alpha channel if it is fully opaque. */
    public function opaque(): self
    {
        return $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_extract_band($this->image, $out, 0, 'n', self::COLOUR_BANDS, null),
        );
    }

    /**
     * Every colour reduced to its luma, which then runs between two colours: black becomes `$dark`, white stays.
     *
     * @param array{float, float, float} $weights of red, green and blue
     * @param array{int, int, int}       $dark    0 to 255 each
     */
    public function toned(array $weights, array $dark): self
    {
        $ffi = $this->vips->ffi();
        $colours = $this->hasAlpha() ? $this->opaque() : $this;
        $values = $ffi->new('double[9]');
        foreach ([...$weights, ...$weights, ...$weights] as $i => $weight) {
            $values[$i] = $weight;
        }
        $matrix = new self($this->vips, $ffi->vips_image_new_matrix_from_array(3, 3, $values, 9), null);
        $grey = $colours->then(
            static fn (\FFI $ffi, CData $out): int => $ffi->vips_recomb($colours->image, $out, $matrix->image, null),
            $matrix,
        );
        [$times, $plus] = [$ffi->new('double[3]'), $ffi->new('double[3]')];
        foreach ($dark as $i => $value) {
            [$times[$i], $plus[$i]] = [(255 - $value) / 255, $value];
        }
        $mixed = $grey->then(
            static fn (\FFI $ffi, CData $out): int => $ffi->vips_linear($grey->image, $out, $times, $plus, 3, null),
            [$times, $plus],
        );
        $bytes = $mixed->then(static fn (\FFI $ffi, CData $out): int => $ffi->vips_cast($mixed->image, $out, self::BYTES, null));
        if (!$this->hasAlpha()) {
            return $bytes;
        }
        $alpha = $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_extract_band($this->image, $out, self::COLOUR_BANDS, null),
        );

        return $bytes->then(
            static fn (\FFI $ffi, CData $out): int => $ffi->vips_bandjoin2($bytes->image, $alpha->image, $out, null),
            $alpha,
        );
    }

    public function atDpi(float $dpi): self
    {
        return $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_copy(
                $this->image,
                $out,
                'xres',
                $dpi / 25.4,
                'yres',
                $dpi / 25.4,
                'interpretation',
                $this->interpretation(),
                null,
            ),
        );
    }

    /** Centred on a transparent canvas that is at least as large. */
    public function centred(int $width, int $height): self
    {
        [$x, $y] = [intdiv($width - $this->width(), 2), intdiv($height - $this->height(), 2)];

        return $this->placed($x, $y, $width, $height);
    }

    /** At a place on a transparent canvas; what lies beyond the edge is cut off. */
    public function placed(int $x, int $y, int $width, int $height): self
    {
        return $this->then(fn (\FFI $ffi, CData $out): int => $ffi->vips_embed($this->image, $out, $x, $y, $width, $height, null));
    }

    public function part(int $left, int $top, int $width, int $height): self
    {
        return $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_extract_area($this->image, $out, $left, $top, $width, $height, null),
        );
    }

    /**
     * Another image on top.
     *
     * @param bool $soaks colours are multiplied, as ink does on fabric
     */
    public function under(self $over, int $x = 0, int $y = 0, bool $soaks = false): self
    {
        return $this->then(fn (\FFI $ffi, CData $out): int => $ffi->vips_composite2(
            $this->image,
            $over->image,
            $out,
            $soaks ? self::MULTIPLY : self::OVER,
            'x',
            $x,
            'y',
            $y,
            null,
        ), $over);
    }

    /** Marks pixels from memory as sRGB. */
    private function interpretation(): int
    {
        $ffi = $this->vips->ffi();
        $said = $ffi->vips_image_get_interpretation($this->image);

        return self::MULTIBAND === $said && $ffi->vips_image_get_bands($this->image) >= self::COLOUR_BANDS ? self::SRGB : $said;
    }

    /** @param \Closure(\FFI, CData): int $operation */
    private function then(\Closure $operation, mixed $keeps = null): self
    {
        return $this->vips->image('made', [$this, $keeps], $operation);
    }

    private function has(string $field): bool
    {
        return 0 !== $this->vips->ffi()->vips_image_get_typeof($this->image, $field);
    }
}
