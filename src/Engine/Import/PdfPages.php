<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Engine\Render\Program;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;

/**
 * Imports pages of PDFs, as drawings (poppler's pdftocairo) or as pictures, within limits of time and memory because
 * they may contain anything.
 */
final readonly class PdfPages
{
    private const MAX_PAGES = 100;
    private const SECONDS = 4;
    private const MEMORY = 1_500_000_000;
    /** Bytes of what a page becomes. */
    private const BYTES = 40_000_000;
    /** Pixels of the longer side of a picture of a page: an A4 page at 300 dpi. */
    private const EDGE = 3_508;

    /**
     * @return string SVG
     *
     * @throws UploadException
     */
    public function page(string $bytes, string $name, int $page): string
    {
        return $this->convert($bytes, $name, $page, ['-svg']);
    }

    /**
     * @return string PNG
     *
     * @throws UploadException
     */
    public function picture(string $bytes, string $name, int $page): string
    {
        return $this->convert($bytes, $name, $page, ['-png', '-singlefile', '-scale-to', (string) self::EDGE]);
    }

    /**
     * @param list<string> $as
     *
     * @throws UploadException
     */
    private function convert(string $bytes, string $name, int $page, array $as): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'morphea');
        try {
            file_put_contents($file, $bytes);
            $count = $this->count($file, $name);
            if ($page < 1 || $page > $count) {
                throw new UploadException(new Message('import.pdf.no_page', ['name' => $name, 'count' => $count, 'page' => $page]));
            }

            return Program::bounded(
                ['pdftocairo', ...$as, '-f', (string) $page, '-l', (string) $page, $file, '-'],
                self::SECONDS,
                self::MEMORY,
                self::BYTES,
            );
        } catch (RenderException $e) {
            throw new UploadException(
                new Message('import.pdf.page_unreadable', ['name' => $name, 'page' => $page]),
                0,
                $e,
            );
        } finally {
            unlink($file);
        }
    }

    /** @throws UploadException */
    private function count(string $file, string $name): int
    {
        try {
            $info = Program::bounded(['pdfinfo', $file], self::SECONDS, self::MEMORY);
        } catch (RenderException $e) {
            throw new UploadException(
                str_contains($e->getMessage(), 'password')
                    ? self::locked($name)
                    : new Message('import.pdf.unreadable', ['name' => $name]),
                0,
                $e,
            );
        }
        if (1 === preg_match('/^Encrypted:\s+yes/m', $info)) {
            throw new UploadException(self::locked($name));
        }
        $count = 1 === preg_match('/^Pages:\s+(\d+)/m', $info, $m) ? (int) $m[1] : 0;
        if ($count > self::MAX_PAGES) {
            throw new UploadException(new Message('import.pdf.too_many_pages', [
                'name' => $name,
                'count' => $count,
                'most' => self::MAX_PAGES,
            ]));
        }

        return $count;
    }

    private static function locked(string $name): Message
    {
        return new Message('import.pdf.locked', ['name' => $name]);
    }
}
