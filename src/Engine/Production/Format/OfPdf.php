<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatOption;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Render\PdfWriter;
use Morphea\App\Engine\Render\Renderer;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;
use Morphea\Core\Rendering\Layout\LaidOut;

/** PDFs with the pages of the design, including their page boxes. */
abstract readonly class OfPdf extends AbstractFormat
{
    private const POINTS = 72;

    public function __construct(protected Renderer $renderer, protected PdfWriter $plain, protected bool $plainly)
    {
    }

    public function ending(): string
    {
        return 'pdf';
    }

    public function options(): array
    {
        return [FormatOption::Edge, FormatOption::Marks, FormatOption::Moment];
    }

    public function isByPage(): bool
    {
        return false;
    }

    public function size(Design $design, FormatSettings $settings): string
    {
        return $design->size();
    }

    public function depends(FormatSettings $settings): array
    {
        return [$settings->edge->value, $settings->ground, $this->plainly];
    }

    /** @return non-empty-list<Drawing> each on the ground it is made on */
    protected static function pages(LaidOutPiece $piece, FormatSettings $settings): array
    {
        return array_map(
            static fn (LaidOut $page): Drawing => $page->drawing->on($settings->under($page->drawing->background)),
            $settings->pages($piece->stills($settings->moment)),
        );
    }

    /**
     * Its pages as librsvg writes them.
     *
     * @param (\Closure(): bool)|null $stopped
     */
    protected function plainly(LaidOutPiece $piece, FormatSettings $settings, ?\Closure $stopped): string
    {
        $writer = new SvgWriter($piece->pictures, SvgSize::Inches);
        $edge = $settings->edge->width($piece->pages[0]->drawing);
        $pages = array_map(
            static fn (Drawing $page): string => $writer->write($page, $edge),
            self::pages($piece, $settings),
        );

        return $this->plain->write($pages, $edge / $piece->design->dpi * self::POINTS, $stopped);
    }
}
