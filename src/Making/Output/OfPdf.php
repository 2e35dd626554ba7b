<?php

declare(strict_types=1);

namespace Morphea\App\Making\Output;

use Morphea\App\Making\Drawn;
use Morphea\App\Making\Output;
use Morphea\App\Render\PdfWriter;
use Morphea\Core\Drawing\PictureContents;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Template\Template;

/** Pages of PDFs, one a side. */
abstract readonly class OfPdf implements Output
{
    public function __construct(protected PdfWriter $pdf)
    {
    }

    public function ending(): string
    {
        return 'pdf';
    }

    public function endings(Template $template): array
    {
        return ['.pdf'];
    }

    public function size(Template $template, float $bleed): string
    {
        return $template->size();
    }

    public function pages(Drawn $piece, PictureContents $pictures, bool $bleed): array
    {
        return Sides::pages($piece, $pictures, $bleed, SvgSize::Inches);
    }

    public function files(array $pages, ?\Closure $stopped = null): array
    {
        return [$this->pdf->write(array_map(static fn ($page): string => $page->svg, $pages), $pages[0]->bleed, $stopped)];
    }
}
