<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use FFI\CData;

/** Pixel-by-pixel arithmetic on libvips images: mixing, moving, comparing. */
trait VipsArithmetic
{
    private const AT_MOST = 3;
    private const AT_LEAST = 5;
    private const AND = 0;

    /** Premultiplied by alpha, so that pixels can be mixed without hidden colours showing. */
    public function weighed(): self
    {
        return $this->then(fn (\FFI $ffi, CData $out): int => $ffi->vips_premultiply($this->image, $out, null));
    }

    /** Undoes premultiplication, in eight bits. */
    public function unweighed(): self
    {
        $plain = $this->then(fn (\FFI $ffi, CData $out): int => $ffi->vips_unpremultiply($this->image, $out, null));

        return $plain->then(static fn (\FFI $ffi, CData $out): int => $ffi->vips_cast($plain->image, $out, self::BYTES, null));
    }

    /**
     * Maps points, given as two bands, by a projective map.
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

    /** Takes every pixel from where an index of two bands says, interpolated; outside is transparent. */
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

    /** Uses another image's points where a condition holds; both have the same size. */
    public function where(self $holds, self $other): self
    {
        return $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_ifthenelse($holds->image, $other->image, $this->image, $out, null),
            [$holds, $other],
        );
    }

    /** Inserts another image at its place; what lies beyond the edge is cut off. */
    public function with(self $part, int $left, int $top): self
    {
        return $this->then(
            fn (\FFI $ffi, CData $out): int => $ffi->vips_insert($this->image, $part->image, $out, $left, $top, null),
            $part,
        );
    }

    /** Where a band lies between two values, inclusive. */
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
}
