<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Drawing;

/** Crop marks at the corners of a page: outside the bleed, and never on the page. */
final readonly class CropMarks
{
    private const INCH = 25.4;
    /** Millimetres. */
    private const CLEAR = 1.0;
    private const LENGTH = 5.0;
    private const WIDTH = 0.1;
    private const COLOUR = '#000000';

    /** @return float dots outside of the cut that a bleed and the marks round it take */
    public static function edge(float $bleed, float $dpi): float
    {
        // Whole dots: what is drawn falls on the same pixels with marks and without.
        return ceil($bleed + ((self::CLEAR + self::LENGTH) / self::INCH) * $dpi);
    }

    /** @return list<LineItem> */
    public static function of(Drawing $drawing): array
    {
        $dots = $drawing->dpi / self::INCH;
        $far = self::edge($drawing->bleed, $drawing->dpi);
        $near = $far - self::LENGTH * $dots;
        $paint = new Paint(null, self::COLOUR, self::WIDTH * $dots);
        $lines = [];
        foreach ([0.0, (float) $drawing->width] as $x) {
            $lines[] = new LineItem($x, -$far, $x, -$near, $paint);
            $lines[] = new LineItem($x, $drawing->height + $near, $x, $drawing->height + $far, $paint);
        }
        foreach ([0.0, (float) $drawing->height] as $y) {
            $lines[] = new LineItem(-$far, $y, -$near, $y, $paint);
            $lines[] = new LineItem($drawing->width + $near, $y, $drawing->width + $far, $y, $paint);
        }

        return $lines;
    }
}
