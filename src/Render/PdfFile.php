<?php

declare(strict_types=1);

namespace Morphea\App\Render;

use Morphea\App\Render\Ask\AddPages;
use Morphea\App\Render\Ask\ClosePaper;
use Morphea\App\Render\Ask\OpenPaper;
use Morphea\App\Storage\NoRoom;
use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Drawing\PictureContents;

/** A PDF that a renderer writes, piece by piece. */
final readonly class PdfFile
{
    /**
     * @param string $path     where it is written
     * @param string $title    of the document
     * @param string $language of its words (BCP 47)
     *
     * @throws RenderError
     */
    public function __construct(private Renderer $renderer, string $path, string $title, string $language, Look $look)
    {
        $this->renderer->ask(new OpenPaper($path, $title, $language, $look));
    }

    /**
     * @param non-empty-list<Drawing> $sides    of a piece, a page each
     * @param string                  $bookmark that leads to it; empty for none
     * @param (\Closure(): bool)|null $stopped
     *
     * @throws RenderError|NoRoom|Halted
     */
    public function add(array $sides, PictureContents $pictures, string $bookmark = '', ?\Closure $stopped = null): void
    {
        $sent = array_map($this->renderer->send(...), $sides);
        $this->renderer->ask(new AddPages($sent, $bookmark), null, $stopped, $pictures);
    }

    /** @throws RenderError|NoRoom */
    public function close(): void
    {
        $this->renderer->ask(new ClosePaper());
    }
}
