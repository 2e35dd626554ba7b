<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\Core\Rendering\Drawing\CropMarks;
use Morphea\Core\Rendering\Drawing\Drawing;

/** How far outside its trim a page is drawn. */
enum Edge: string
{
    case Cut = 'cut';
    case Bleed = 'bleed';
    case Marks = 'marks';

    /** @return float dots */
    public function width(Drawing $drawing): float
    {
        return $this->dots($drawing->bleed, $drawing->dpi);
    }

    /** @return float dots outside of the cut of a page with such a bleed */
    public function dots(float $bleed, float $dpi): float
    {
        return match ($this) {
            self::Cut => 0.0,
            self::Bleed => $bleed,
            self::Marks => CropMarks::edge($bleed, $dpi),
        };
    }
}
