<?php

declare(strict_types=1);

namespace Morphea\App\Making\Output;

use Morphea\App\Making\BadPiece;
use Morphea\App\Making\Bound;
use Morphea\App\Making\Drawn;
use Morphea\App\Making\Settings;
use Morphea\App\Render\PdfFile;
use Morphea\App\Render\RenderError;
use Morphea\App\Storage\NoRoom;
use Morphea\App\Storage\Scratch;
use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Drawing\Within;

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
            $this->renderer->try($sides, $piece->pictures, $this->look($sides[0], $settings), $stopped);
        }

        return [];
    }

    public function bind(
        iterable $pieces,
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
        $place = 0;
        foreach ($pieces as $piece) {
            $sides = self::sides($piece, $settings);
            try {
                $pdf ??= new PdfFile($this->renderer, $to, $title, $piece->language(), $this->look($sides[0], $settings));
                $pdf->add($sides, $piece->pictures, $piece->name, $stopped);
            } catch (RenderError $e) {
                throw new BadPiece($place, $e->getMessage(), $e);
            }
            ++$place;
            null === $told ?: $told($place);
        }
        $pdf?->close();
    }

    /**
     * @param iterable<Drawn>         $pieces
     * @param (\Closure(): bool)|null $stopped
     */
    private function bindPlainly(iterable $pieces, string $to, Settings $settings, ?\Closure $stopped): void
    {
        Scratch::in(function (string $folder) use ($pieces, $to, $settings, $stopped): void {
            $parts = [];
            $pages = 0;
            foreach ($pieces as $i => $piece) {
                NoRoom::write($parts[] = "$folder/$i.pdf", $this->plainly($piece, $settings, $stopped));
                $pages += \count($settings->sides($piece->stills($settings->moment)));
            }
            [] === $parts ?: $this->plain->join($parts, $to, $pages);
        });
    }
}
