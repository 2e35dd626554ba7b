<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\BadPieceException;
use Morphea\App\Engine\Production\DocumentFormat;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\LaidOutPiece;
use Morphea\App\Engine\Production\PieceStream;
use Morphea\App\Engine\Render\PdfFile;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\Within;

/** Pages of many pieces in one document, with a bookmark for each piece. */
abstract readonly class BoundPdf extends OfPdf implements DocumentFormat
{
    public function files(LaidOutPiece $piece, FormatSettings $settings, ?\Closure $stopped = null): array
    {
        $drawings = self::pages($piece, $settings);
        $own = array_merge(...array_map(static fn (Drawing $page): array => $page->varying(), $drawings));
        if ($this->plainly) {
            $this->plainly($piece, $settings, $stopped);
        } elseif (!Within::isPlain($own)) {
            $this->renderer->try($drawings, $piece->pictures, $settings->edge, $stopped);
        }

        return [];
    }

    public function bind(
        PieceStream $pieces,
        string $to,
        string $title,
        FormatSettings $settings,
        ?\Closure $stopped = null,
        ?\Closure $told = null,
    ): void {
        if ($this->plainly) {
            $this->bindPlainly($pieces, $to, $settings, $stopped);

            return;
        }
        $pdf = null;
        foreach ($pieces as $place => $piece) {
            $drawings = self::pages($piece, $settings);
            try {
                $pdf ??= new PdfFile($this->renderer, $to, $title, $piece->language(), $settings->edge);
                $pdf->add($drawings, $piece->pictures, $piece->name, $stopped);
            } catch (RenderException $e) {
                throw new BadPieceException($place, $e->says(), $e);
            }
            null === $told ?: $told($place + 1);
        }
        $pdf?->close();
    }

    /**
     * @param (\Closure(): bool)|null $stopped
     */
    private function bindPlainly(PieceStream $pieces, string $to, FormatSettings $settings, ?\Closure $stopped): void
    {
        TemporaryDirectory::in(function (string $folder) use ($pieces, $to, $settings, $stopped): void {
            $parts = [];
            $pages = 0;
            foreach ($pieces as $i => $piece) {
                NoSpaceException::write($parts[] = "$folder/$i.pdf", $this->plainly($piece, $settings, $stopped));
                $pages += \count(self::pages($piece, $settings));
            }
            [] === $parts ?: $this->plain->join($parts, $to, $pages);
        });
    }
}
