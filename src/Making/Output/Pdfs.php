<?php

declare(strict_types=1);

namespace Morphea\App\Making\Output;

use Morphea\App\Making\Drawn;
use Morphea\App\Making\Output;
use Morphea\App\Render\PdfWriter;
use Morphea\Core\Drawing\PictureContents;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\Unit;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** A PDF for each piece, with a page for each of its sides. */
#[AsTaggedItem(priority: 30)]
final readonly class Pdfs implements Output
{
    public function __construct(private PdfWriter $pdf)
    {
    }

    public static function id(): string
    {
        return 'pdfs';
    }

    public function label(): string
    {
        return 'a PDF for each row';
    }

    public function isUsual(Template $template): bool
    {
        return Unit::Pixel !== $template->unit;
    }

    public function ending(): string
    {
        return 'pdf';
    }

    public function stretch(): int
    {
        return 10;
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
