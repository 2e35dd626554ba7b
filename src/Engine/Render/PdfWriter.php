<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\Core\Message;

/** Converts SVG to PDF with rsvg-convert, many pages at a time with one subset of each font; qpdf joins the files. */
final readonly class PdfWriter
{
    /** Processor seconds that pages take at the most where none of them is too much. */
    private const USUAL = 1;

    /** @param int $pieceSeconds processor seconds that one page may take */
    public function __construct(private FontSetup $fonts, private int $pieceSeconds)
    {
    }

    /**
     * @param non-empty-list<string>  $svgs    sized in inches, a page each
     * @param float                   $bleed   points at every edge that are cut off; the pages then say where
     * @param (\Closure(): bool)|null $stopped asked while it goes on
     *
     * @return string the PDF
     *
     * @throws RenderException|NoSpaceException|CancelledException
     */
    public function write(array $svgs, float $bleed = 0.0, ?\Closure $stopped = null): string
    {
        return TemporaryDirectory::in(function (string $folder) use ($svgs, $bleed, $stopped): string {
            $files = [];
            foreach ($svgs as $i => $svg) {
                $files[] = $file = \sprintf('%s/%05d.svg', $folder, $i);
                NoSpaceException::write($file, $svg);
            }
            Program::run(
                ['rsvg-convert', '--unlimited', '--format=pdf', "--output=$folder/all.pdf", ...$files],
                $this->fonts,
                $stopped,
                $this->pieceSeconds + self::USUAL * \count($svgs),
            );
            if ($bleed > 0) {
                PageBoxes::mark("$folder/all.pdf", $bleed, $this->fonts);
            }
            $pdf = (string) file_get_contents("$folder/all.pdf");
            // A disk that is full leaves a file that ends too early.
            if (!str_contains(substr($pdf, -1024), '%%EOF')) {
                throw new NoSpaceException('The PDF could not be written to its end.');
            }

            return $pdf;
        });
    }

    /**
     * @param non-empty-list<string> $pdfs  paths, in order
     * @param int                    $pages that they have together
     *
     * @throws RenderException|NoSpaceException
     */
    public function join(array $pdfs, string $to, int $pages): void
    {
        TemporaryDirectory::in(function (string $folder) use ($pdfs, $to, $pages): string {
            // By a file of arguments: thousands of names are too long for a command line.
            NoSpaceException::write("$folder/arguments", implode("\n", ['--empty', '--pages', ...$pdfs, '--', $to]));
            Program::run(['qpdf', "@$folder/arguments"], $this->fonts);
            $found = (int) Program::run(['qpdf', '--show-npages', $to], $this->fonts);
            if ($found !== $pages) {
                throw new RenderException(new Message('render.pdf_broken'));
            }

            return '';
        });
    }
}
