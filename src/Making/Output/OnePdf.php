<?php

declare(strict_types=1);

namespace Morphea\App\Making\Output;

use Morphea\App\Making\Drawn;
use Morphea\App\Making\OneFile;
use Morphea\App\Render\PdfWriter;
use Morphea\Core\Drawing\PictureContents;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Template\Template;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** One PDF with a page for every side of every piece. */
#[AsTaggedItem(priority: 40)]
final readonly class OnePdf implements OneFile
{
    public function __construct(private PdfWriter $pdf)
    {
    }

    public static function id(): string
    {
        return 'pdf';
    }

    public function label(): string
    {
        return 'one PDF';
    }

    public function isUsual(Template $template): bool
    {
        return false;
    }

    public function ending(): string
    {
        return 'pdf';
    }

    public function stretch(): int
    {
        return 25;
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

    public function join(array $parts, string $to, int $pages): void
    {
        $this->pdf->join($parts, $to, $pages);
    }
}
