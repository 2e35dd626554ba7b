<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Morphea\Core\Drawing\CropMarks;
use Morphea\Core\Drawing\Drawing;

/** How far outside of its cut a side is made. */
enum Edge: string
{
    case Cut = 'cut';
    case Bleed = 'bleed';
    case Marks = 'marks';

    /** @return float dots */
    public function of(Drawing $drawing): float
    {
        return match ($this) {
            self::Cut => 0.0,
            self::Bleed => $drawing->bleed,
            self::Marks => CropMarks::edge($drawing),
        };
    }
}
