<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Output;

use Morphea\App\Engine\Production\BadPiece;
use Morphea\App\Engine\Production\Bound;
use Morphea\App\Engine\Production\Drawn;
use Morphea\App\Engine\Production\Pieces;
use Morphea\App\Engine\Production\Settings;
use Morphea\App\Engine\Render\PdfFile;
use Morphea\App\Engine\Render\RenderError;
use Morphea\App\Platform\Files\NoRoom;
use Morphea\App\Platform\Files\Scratch;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\Within;

/** Pages of many pieces in one document, with a bookmark for each piece. */
abstract readonly class BoundPdf extends OfPdf implements Bound
{
    public function files(Drawn $piece, Settings $settings, ?\Closure $stopped = null): array
    {
        $sides = self::sides($piece, $settings);
        $own = array_merge(...array_map(static fn (Drawing $side): array => $side->varying(), $sides));
        if ($this->plainly) {
            $this->plainly($piece, $settings, $stopped);
        } elseif (!Within::isPlain($own)) {
            $this->renderer->try($sides, $piece->pictures, $settings->edge, $stopped);
        }

        return [];
    }

    public function bind(
        Pieces $pieces,
        string $to,
        string $title,
        Settings $settings,
        ?\Closure $stopped = null,
        ?\Closure $told = null,
    ): void {
        if ($this->plainly) {
            $this->bindPlainly($pieces, $to, $settings, $stopped);

            return;
        }
        $pdf = null;
        foreach ($pieces as $place => $piece) {
            $sides = self::sides($piece, $settings);
            try {
                $pdf ??= new PdfFile($this->renderer, $to, $title, $piece->language(), $settings->edge);
                $pdf->add($sides, $piece->pictures, $piece->name, $stopped);
            } catch (RenderError $e) {
                throw new BadPiece($place, $e->getMessage(), $e);
            }
            null === $told ?: $told($place + 1);
        }
        $pdf?->close();
    }

    /**
     * @param (\Closure(): bool)|null $stopped
     */
    private function bindPlainly(Pieces $pieces, string $to, Settings $settings, ?\Closure $stopped): void
    {
        Scratch::in(function (string $folder) use ($pieces, $to, $settings, $stopped): void {
            $parts = [];
            $pages = 0;
            foreach ($pieces as $i => $piece) {
                NoRoom::write($parts[] = "$folder/$i.pdf", $this->plainly($piece, $settings, $stopped));
                $pages += \count(self::sides($piece, $settings));
            }
            [] === $parts ?: $this->plain->join($parts, $to, $pages);
        });
    }
}
