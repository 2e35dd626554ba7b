<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Output;

use Morphea\App\Engine\Production\Drawn;
use Morphea\App\Engine\Production\Option;
use Morphea\App\Engine\Production\Output;
use Morphea\App\Engine\Production\Settings;
use Morphea\App\Engine\Render\PdfWriter;
use Morphea\App\Engine\Render\Renderer;
use Morphea\Core\Design\Model\Template;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;
use Morphea\Core\Rendering\Layout\LaidOut;

/** Pages of PDFs, one a side, with its boxes. */
abstract readonly class OfPdf implements Output
{
    private const POINTS = 72;

    public function __construct(protected Renderer $renderer, protected PdfWriter $plain, protected bool $plainly)
    {
    }

    public function isUsual(Template $template): bool
    {
        return false;
    }

    public function ending(): string
    {
        return 'pdf';
    }

    public function options(): array
    {
        return [Option::Edge, Option::Marks, Option::Moment];
    }

    public function isBySide(): bool
    {
        return false;
    }

    public function size(Template $template, Settings $settings): string
    {
        return $template->size();
    }

    public function depends(Settings $settings): array
    {
        return [$settings->edge->value, $settings->ground, $this->plainly];
    }

    /** @return non-empty-list<Drawing> each on the ground it is made on */
    protected static function sides(Drawn $piece, Settings $settings): array
    {
        return array_map(
            static fn (LaidOut $side): Drawing => $side->drawing->on($settings->under($side->drawing->background)),
            $settings->sides($piece->stills($settings->moment)),
        );
    }

    /**
     * Its pages as librsvg writes them.
     *
     * @param (\Closure(): bool)|null $stopped
     */
    protected function plainly(Drawn $piece, Settings $settings, ?\Closure $stopped): string
    {
        $writer = new SvgWriter($piece->pictures, SvgSize::Inches);
        $edge = $settings->edge->of($piece->sides[0]->drawing);
        $pages = array_map(
            static fn (Drawing $side): string => $writer->write($side, $edge),
            self::sides($piece, $settings),
        );

        return $this->plain->write($pages, $edge / $piece->template->dpi * self::POINTS, $stopped);
    }
}
