<?php

declare(strict_types=1);

namespace Morphea\App\Render;

/** SVG to PDF by rsvg-convert, many pages at a time with one subset of each font; files are put together by qpdf. */
final readonly class PdfWriter
{
    public function __construct(private FontSetup $fonts)
    {
    }

    /**
     * @param non-empty-list<string> $svgs  sized in inches, a page each
     * @param float                  $bleed points at every edge that are cut off; the pages then say where
     *
     * @return string the PDF
     *
     * @throws RenderError
     */
    public function write(array $svgs, float $bleed = 0.0): string
    {
        return $this->inFolder(function (string $folder) use ($svgs, $bleed): string {
            $files = [];
            foreach ($svgs as $i => $svg) {
                $files[] = $file = \sprintf('%s/%05d.svg', $folder, $i);
                file_put_contents($file, $svg);
            }
            Program::run(['rsvg-convert', '--unlimited', '--format=pdf', "--output=$folder/all.pdf", ...$files], $this->fonts);

            if ($bleed > 0) {
                PageBoxes::mark("$folder/all.pdf", $bleed, $this->fonts);
            }

            return (string) file_get_contents("$folder/all.pdf");
        });
    }

    /**
     * @param non-empty-list<string> $pdfs paths, in order
     *
     * @throws RenderError
     */
    public function join(array $pdfs, string $to): void
    {
        $this->inFolder(function (string $folder) use ($pdfs, $to): string {
            // By a file of arguments: thousands of names are too long for a command line.
            file_put_contents("$folder/arguments", implode("\n", ['--empty', '--pages', ...$pdfs, '--', $to]));
            Program::run(['qpdf', "@$folder/arguments"], $this->fonts);

            return '';
        });
    }

    /** @param \Closure(string): string $work */
    private function inFolder(\Closure $work): string
    {
        $folder = sys_get_temp_dir().'/morphea-'.bin2hex(random_bytes(8));
        mkdir($folder, 0o700);
        try {
            return $work($folder);
        } finally {
            array_map(unlink(...), glob("$folder/*") ?: []);
            rmdir($folder);
        }
    }
}
