<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use FFI\CData;
use Morphea\App\Engine\Render\RenderException;
use Morphea\Core\Rendering\Drawing\GroupItem;

/** A drawing target: a surface with an offset and a scale. */
final class Context
{
    public readonly CData $it;
    public readonly \FFI $ffi;

    /** The group that is drawn, by which everything is moved and turned; and the units before that. */
    public ?GroupItem $group = null;
    public ?CData $before = null;

    public function __construct(private readonly Cairo $cairo, public readonly Surface $surface)
    {
        $this->ffi = $cairo->ffi();
        $this->it = $this->ffi->cairo_create($surface->it);
        $this->ffi->cairo_set_font_options($this->it, $cairo->fontOptions());
    }

    public function __destruct()
    {
        $this->ffi->cairo_destroy($this->it);
    }

    /**
     * Transforms inside have no effect outside.
     *
     * @param \Closure(): void $draw
     */
    public function apart(\Closure $draw): void
    {
        $this->ffi->cairo_save($this->it);
        $draw();
        $this->ffi->cairo_restore($this->it);
    }

    /**
     * Everything drawn inside as one translucent group: overlapping parts hide each other.
     *
     * @param \Closure(): void $draw
     */
    public function through(float $opacity, \Closure $draw): void
    {
        if ($opacity >= 1) {
            $draw();

            return;
        }
        $this->ffi->cairo_push_group($this->it);
        $draw();
        $this->ffi->cairo_pop_group_to_source($this->it);
        $this->ffi->cairo_paint_with_alpha($this->it, max(0.0, $opacity));
    }

    public function move(float $x, float $y): void
    {
        $this->ffi->cairo_translate($this->it, $x, $y);
    }

    public function scale(float $x, ?float $y = null): void
    {
        $this->ffi->cairo_scale($this->it, $x, $y ?? $x);
    }

    public function turn(float $degrees, float $x, float $y): void
    {
        if (0.0 !== $degrees) {
            [$degrees, $x, $y] = [round($degrees, 3), round($x, 3), round($y, 3)];
            $this->ffi->cairo_translate($this->it, $x, $y);
            $this->ffi->cairo_rotate($this->it, deg2rad($degrees));
            $this->ffi->cairo_translate($this->it, -$x, -$y);
        }
    }

    /** @param string $colour as #RRGGBB */
    public function colour(string $colour): void
    {
        [$red, $green, $blue] = self::channels($colour);
        $this->ffi->cairo_set_source_rgba($this->it, $red, $green, $blue, 1.0);
    }

    /** Places another surface here by its top left corner. */
    public function put(Surface $surface, float $x, float $y): void
    {
        $this->ffi->cairo_set_source_surface($this->it, $surface->it, $x, $y);
        $this->ffi->cairo_paint($this->it);
    }

    /** Applies the transform of another context on top of this one's. */
    public function transform(CData $matrix): void
    {
        $this->ffi->cairo_transform($this->it, \FFI::addr($matrix));
    }

    public function matrix(): CData
    {
        $matrix = $this->ffi->new('cairo_matrix_t');
        $this->ffi->cairo_get_matrix($this->it, \FFI::addr($matrix));

        return $matrix;
    }

    /** @throws RenderException where something went wrong since it was begun */
    public function check(): void
    {
        $this->surface->cairo->check($this->ffi->cairo_status($this->it));
        $this->surface->check();
    }

    /** @return array{float, float, float} 0 to 1 each */
    public static function channels(string $colour): array
    {
        return [
            hexdec(substr($colour, 1, 2)) / 255,
            hexdec(substr($colour, 3, 2)) / 255,
            hexdec(substr($colour, 5, 2)) / 255,
        ];
    }
}
