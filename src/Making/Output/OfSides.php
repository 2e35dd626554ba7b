<?php

declare(strict_types=1);

namespace Morphea\App\Making\Output;

use Morphea\App\Making\Drawn;
use Morphea\App\Making\Output;
use Morphea\Core\Drawing\PictureContents;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Template\Template;

/** A file for each side, called as its format is. */
abstract readonly class OfSides implements Output
{
    public function ending(): string
    {
        return static::id();
    }

    public function endings(Template $template): array
    {
        return Sides::endings($template, static::id());
    }

    public function size(Template $template, float $bleed): string
    {
        return \sprintf('%d × %d px', round($template->width + 2 * $bleed), round($template->height + 2 * $bleed));
    }

    public function pages(Drawn $piece, PictureContents $pictures, bool $bleed): array
    {
        return Sides::pages($piece, $pictures, $bleed, SvgSize::Pixels);
    }
}
