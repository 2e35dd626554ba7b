<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Symfony\Component\Process\Process;

/** SVG to PDF by rsvg-convert, many pages at a time with one subset of each font; files are put together by qpdf. */
final readonly class PdfWriter
{
    private const TIMEOUT = 600;

    public function __construct(private FontSetup $fonts)
    {
    }

    /**
     * @param non-empty-list<string> $svgs sized in inches, a page each
     *
     * @return string the PDF
     *
     * @throws RenderError
     */
    public function write(array $svgs): string
    {
        return $this->inFolder(function (string $folder) use ($svgs): string {
            $files = [];
            foreach ($svgs as $i => $svg) {
                $files[] = $file = \sprintf('%s/%05d.svg', $folder, $i);
                file_put_contents($file, $svg);
            }
            $this->run(['rsvg-convert', '--format=pdf', "--output=$folder/all.pdf", ...$files]);

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
            $this->run(['qpdf', "@$folder/arguments"]);

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

    /** @param list<string> $command */
    private function run(array $command): void
    {
        $process = new Process($command, env: ['FONTCONFIG_FILE' => $this->fonts->apply(), 'LC_ALL' => 'C.UTF-8'], timeout: self::TIMEOUT);
        $process->run();
        if (!$process->isSuccessful()) {
            throw new RenderError(\sprintf('%s failed: %s', $command[0], mb_strimwidth(trim($process->getErrorOutput()), 0, 500, '…')));
        }
    }
}
