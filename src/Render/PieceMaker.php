<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Morphea\App\Making\Drawn;
use Morphea\App\Storage\NoRoom;
use Morphea\Core\Data\Row;
use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Drawing\PictureSource;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Drawing\SvgWriter;
use Morphea\Core\Layout\EvenSizes;
use Morphea\Core\Layout\Layouter;
use Morphea\Core\Press\FileNames;
use Morphea\Core\Proof\Proof;
use Morphea\Core\Template\Side;
use Morphea\Core\Template\Template;

/**
 * One row to one piece: laid out, proofed, drawn and turned into the wanted format, every side of it. Workers and the
 * command line share it.
 */
final readonly class PieceMaker
{
    public function __construct(private Proof $proof, private PngWriter $png, private PdfWriter $pdf)
    {
    }

    /** @param bool $bleed with what lies outside of the cut, as far as the template's bleed goes */
    public function draw(
        Layouter $layouter,
        Template $template,
        Row $row,
        PictureSource $pictures,
        Format $format,
        EvenSizes $even,
        bool $bleed,
    ): Drawn {
        $size = match ($format) {
            Format::OnePdf, Format::Pdfs => SvgSize::Inches,
            Format::Png, Format::Svg => SvgSize::Pixels,
        };
        $writer = new SvgWriter($pictures);
        $laid = $findings = $svgs = [];
        foreach (array_keys($template->sides) as $side) {
            $laid[] = $one = $layouter->lay($template, $row, $pictures, $even, $side);
            $svgs[] = $writer->write($one->drawing, $size, $bleed);
            array_push($findings, ...$this->proof->of($one));
        }

        return new Drawn($row, $laid, $findings, $svgs);
    }

    /**
     * What is added to a piece's name for each file it makes: nothing where it makes one.
     *
     * @return non-empty-list<string>
     */
    public static function endings(Template $template, Format $format): array
    {
        if (1 === \count($template->sides) || \in_array($format, [Format::OnePdf, Format::Pdfs], true)) {
            return ['.' . $format->ending()];
        }
        $names = array_map(
            static fn (Side $side): string => mb_strtolower(FileNames::safe($side->name), 'UTF-8'),
            $template->sides,
        );
        $distinct = \count(array_unique($names)) === \count($names) && !\in_array('', $names, true);

        return array_map(
            static fn (string $name, int $i): string => '-' . ($distinct ? $name : $i + 1) . '.' . $format->ending(),
            $names,
            array_keys($names),
        );
    }

    /**
     * The files of one piece.
     *
     * @param (\Closure(): bool)|null $stopped asked while it goes on
     *
     * @return non-empty-array<string, string> bytes by ending
     *
     * @throws RenderError|NoRoom|Halted
     */
    public function files(Drawn $piece, Template $template, Format $format, bool $bleed, ?\Closure $stopped = null): array
    {
        $endings = self::endings($template, $format);
        if (\in_array($format, [Format::OnePdf, Format::Pdfs], true)) {
            return [$endings[0] => $this->pages([$piece], $bleed, $stopped)];
        }
        $files = [];
        foreach ($piece->svgs as $i => $svg) {
            $drawing = $piece->sides[$i]->drawing;
            $files[$endings[$i]] =
                Format::Svg === $format
                    ? $svg
                    : $this->png->write($svg, $drawing->dpi, null !== $drawing->background, $stopped);
        }

        return $files;
    }

    /**
     * @param non-empty-list<Drawn>   $pieces
     * @param (\Closure(): bool)|null $stopped asked while it goes on
     *
     * @return string one PDF with a page for every side of every piece
     *
     * @throws RenderError|NoRoom|Halted
     */
    public function pages(array $pieces, bool $bleed, ?\Closure $stopped = null): string
    {
        $drawing = $pieces[0]->sides[0]->drawing;

        return $this->pdf->write(
            array_merge(...array_map(static fn (Drawn $piece): array => $piece->svgs, $pieces)),
            $bleed ? self::points($drawing) : 0.0,
            $stopped,
        );
    }

    private static function points(Drawing $drawing): float
    {
        return ($drawing->bleed / $drawing->dpi) * 72;
    }
}
