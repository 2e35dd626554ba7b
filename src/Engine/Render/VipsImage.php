<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use FFI\CData;

/** An image of libvips; every verb gives a new one, and nothing is computed before it is written. */
final class VipsImage
{
    private const SRGB = 22;
    private const MULTIBAND = 0;
    private const CMYK = 15;
    private const BYTES = 0;
    private const DOWN = 2;
    private const FORCE = 3;
    private const COLOUR_BANDS = 3;
    private const AT_MOST = 3;
    private const AT_LEAST = 5;
    private const AND = 0;
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

    /** Whether every program shows it alike: eight bits, upright, in plain RGB or greys, without a profile or a camera's notes. */
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
     * All of it decoded, once for whatever is asked of it then.
     *
     * @throws RenderError when it is not whole
     */
    public function whole(): self
    {
        $image = $this->vips->ffi()->vips_image_copy_memory($this->image);
        if (!($image instanceof CData) || \FFI::isNull($image)) {
            throw $this->vips->error('The picture is not whole');
        }

        return new self($this->vips, $image, null);
    }

    public function upright(): self
    {
        return $this->then(fn (\FFI $ffi, CData $out): int => $ffi->vips_autorot($this->image, $out, null));
    }

    /** In eight bits of sRGB, by its own colour profile if it has one. */
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

    /** As wide as high, however it looks then. @param int $edge pixels */
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

    /** Without its alpha channel, which shows nothing through. */
    public function opaque(): self
    {
        return $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_extract_band($this->image, $out, 0, 'n', self::COLOUR_BANDS, null),
        );
    }

    /**
     * Every colour weighed to one value, which is then mixed between two: what is black comes out as `$dark`, what is white stays.
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

    /** In the middle of a canvas of nothing, which is no smaller. */
    public function centred(int $width, int $height): self
    {
        [$x, $y] = [intdiv($width - $this->width(), 2), intdiv($height - $this->height(), 2)];

        return $this->placed($x, $y, $width, $height);
    }

    /** At a place of a canvas of nothing; what lies beyond it is cut off. */
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

    /** What covers, weighed by how much it does: so pixels can be mixed without what lies under nothing. */
    public function weighed(): self
    {
        return $this->then(fn (\FFI $ffi, CData $out): int => $ffi->vips_premultiply($this->image, $out, null));
    }

    /** What was weighed, as it was, in eight bits. */
    public function unweighed(): self
    {
        $plain = $this->then(fn (\FFI $ffi, CData $out): int => $ffi->vips_unpremultiply($this->image, $out, null));

        return $plain->then(static fn (\FFI $ffi, CData $out): int => $ffi->vips_cast($plain->image, $out, self::BYTES, null));
    }

    /**
     * Points, as their two bands, led by a projective map.
     *
     * @param list<float> $matrix nine values, row by row
     */
    public function projected(array $matrix): self
    {
        $ffi = $this->vips->ffi();
        $points = $this->then(fn (\FFI $ffi, CData $out): int => $ffi->vips_bandjoin_const1($this->image, $out, 1.0, null));
        $values = $ffi->new('double[9]');
        foreach ($matrix as $i => $value) {
            $values[$i] = $value;
        }
        $by = new self($this->vips, $ffi->vips_image_new_matrix_from_array(3, 3, $values, 9), null);
        $flat = $points->then(
            static fn (\FFI $ffi, CData $out): int => $ffi->vips_recomb($points->image, $out, $by->image, null),
            [$by, $values],
        );
        $above = $flat->then(static fn (\FFI $ffi, CData $out): int => $ffi->vips_extract_band($flat->image, $out, 0, 'n', 2, null));
        $below = $flat->then(static fn (\FFI $ffi, CData $out): int => $ffi->vips_extract_band($flat->image, $out, 2, null));

        return $above->then(
            static fn (\FFI $ffi, CData $out): int => $ffi->vips_divide($above->image, $below->image, $out, null),
            $below,
        );
    }

    /** @param list<float> $by added to each band */
    public function moved(array $by): self
    {
        $ffi = $this->vips->ffi();
        $many = \count($by);
        [$times, $plus] = [$ffi->new("double[$many]"), $ffi->new("double[$many]")];
        foreach ($by as $i => $value) {
            [$times[$i], $plus[$i]] = [1.0, $value];
        }

        return $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_linear($this->image, $out, $times, $plus, $many, null),
            [$times, $plus],
        );
    }

    /** Every pixel from where an index of two bands says it is in this one, smoothly; what comes from outside is nothing. */
    public function by(self $index): self
    {
        $between = $this->vips->ffi()->vips_interpolate_new('bicubic');
        $mapped = $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_mapim($this->image, $out, $index->image, 'interpolate', $between, null),
            $index,
        );
        $this->vips->ffi()->g_object_unref($between);

        return $mapped;
    }

    /** Under each of its points another one, where that holds; both as large. */
    public function where(self $holds, self $other): self
    {
        return $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_ifthenelse($holds->image, $other->image, $this->image, $out, null),
            [$holds, $other],
        );
    }

    /** With another one in its place; what lies beyond is cut off. */
    public function with(self $part, int $left, int $top): self
    {
        return $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_insert($this->image, $part->image, $out, $left, $top, null),
            $part,
        );
    }

    /** Where a band lies between two values, both included. */
    public function between(int $band, float $from, float $to): self
    {
        $one = $this->then(fn (\FFI $ffi, CData $out): int => $ffi->vips_extract_band($this->image, $out, $band, null));
        $over = $one->then(
            static fn (\FFI $ffi, CData $out): int => $ffi->vips_relational_const1($one->image, $out, self::AT_LEAST, $from, null),
        );
        $below = $one->then(
            static fn (\FFI $ffi, CData $out): int => $ffi->vips_relational_const1($one->image, $out, self::AT_MOST, $to, null),
        );

        return $over->and($below);
    }

    public function and(self $other): self
    {
        return $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_boolean($this->image, $other->image, $out, self::AND, null),
            $other,
        );
    }

    /** Another one over it. @param bool $soaks colours are multiplied, as ink does on fabric */
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
            throw $this->vips->error('The picture cannot be read');
        }

        return [$memory, $size->cdata];
    }

    /** In four bands, red, green, blue and how much of it covers, of eight bits each. */
    public function rgba(): self
    {
        $image = $this->srgb();

        return $image->hasAlpha()
            ? $image
            : $image->then(
                static fn (\FFI $ffi, CData $out): int => $ffi->vips_bandjoin_const1($image->image, $out, 255.0, null),
            );
    }

    /** @throws RenderError */
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

    /** @throws RenderError */
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

    /** One that says what its colours are (ICC.1). */
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
     * @throws RenderError
     */
    public function packed(\Closure $pack): string
    {
        $ffi = $this->vips->ffi();
        $buffer = $ffi->new('void*');
        $size = $ffi->new('size_t');
        if (0 !== $pack($ffi, $this->image, \FFI::addr($buffer), \FFI::addr($size))) {
            throw $this->vips->error('The picture cannot be packed');
        }
        $bytes = \FFI::string($buffer, $size->cdata);
        $ffi->g_free($buffer);

        return $bytes;
    }

    /** Of pixels out of memory nobody has said yet that they are sRGB. */
    private function interpretation(): int
    {
        $ffi = $this->vips->ffi();
        $said = $ffi->vips_image_get_interpretation($this->image);

        return self::MULTIBAND === $said && $ffi->vips_image_get_bands($this->image) >= self::COLOUR_BANDS ? self::SRGB : $said;
    }

    /** @param \Closure(\FFI, CData): int $operation */
    private function then(\Closure $operation, mixed $keeps = null): self
    {
        return $this->vips->image('The picture cannot be made', [$this, $keeps], $operation);
    }

    private function has(string $field): bool
    {
        return 0 !== $this->vips->ffi()->vips_image_get_typeof($this->image, $field);
    }
}
