<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Morphea\Core\Data\Row;
use Morphea\Core\Drawing\PictureSource;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Drawing\SvgWriter;
use Morphea\Core\Layout\EvenSizes;
use Morphea\Core\Layout\Layouter;
use Morphea\Core\Proof\Proof;
use Morphea\Core\Template\Template;

/** One row to one piece: laid out, proofed, drawn and turned into the wanted format. Workers and the command line share it. */
final readonly class PieceMaker
{
    public function __construct(private Layouter $layouter, private Proof $proof, private PngWriter $png, private PdfWriter $pdf)
    {
    }

    public function draw(Template $template, Row $row, PictureSource $pictures, Format $format, EvenSizes $even): Piece
    {
        $laid = $this->layouter->lay($template, $row, $pictures, $even);
        $size = match ($format) {
            Format::OnePdf, Format::Pdfs => SvgSize::Inches,
            Format::Png, Format::Svg => SvgSize::Pixels,
        };

        return new Piece($row, $laid, $this->proof->of($laid), (new SvgWriter($pictures))->write($laid->drawing, $size));
    }

    /**
     * The bytes of one piece's own file.
     *
     * @throws RenderError
     */
    public function file(Piece $piece, Format $format): string
    {
        return match ($format) {
            Format::OnePdf, Format::Pdfs => $this->pdf->write([$piece->svg]),
            Format::Png => $this->png->write($piece->svg, $piece->laid->drawing->dpi, null !== $piece->laid->drawing->background),
            Format::Svg => $piece->svg,
        };
    }

    /**
     * @param non-empty-list<Piece> $pieces
     *
     * @return string one PDF with a page a piece
     *
     * @throws RenderError
     */
    public function pages(array $pieces): string
    {
        return $this->pdf->write(array_map(static fn (Piece $piece): string => $piece->svg, $pieces));
    }
}
