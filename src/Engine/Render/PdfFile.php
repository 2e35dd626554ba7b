<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\App\Engine\Render\Request\AddPages;
use Morphea\App\Engine\Render\Request\ClosePaper;
use Morphea\App\Engine\Render\Request\OpenPaper;
use Morphea\App\Engine\Render\Request\SentDrawing;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\PictureContents;

/** A PDF that a renderer writes, piece by piece. */
final readonly class PdfFile
{
    /**
     * @param string $path     where it is written
     * @param string $title    of the document
     * @param string $language of its words (BCP 47)
     * @param Edge   $edge     how far outside of their cut pages are drawn
     *
     * @throws RenderException
     */
    public function __construct(private Renderer $renderer, string $path, string $title, string $language, Edge $edge)
    {
        $this->renderer->ask(new OpenPaper($path, $title, $language, $edge));
    }

    /**
     * @param non-empty-list<Drawing> $pages    of a piece, a page each
     * @param string                  $bookmark that leads to it; empty for none
     * @param (\Closure(): bool)|null $stopped
     *
     * @throws RenderException|NoSpaceException|CancelledException
     */
    public function add(array $pages, PictureContents $pictures, string $bookmark = '', ?\Closure $stopped = null): void
    {
        /** @var non-empty-list<SentDrawing> $sent */
        $sent = $this->renderer->sendAll($pages);
        $this->renderer->ask(new AddPages($sent, $bookmark), null, $stopped, $pictures);
    }

    /**
     * @param (\Closure(): bool)|null $stopped
     *
     * @throws RenderException|NoSpaceException|CancelledException
     */
    public function sheet(SheetPage $page, PictureContents $pictures, string $bookmark = '', ?\Closure $stopped = null): void
    {
        $drawings = $page->drawings();
        $asked = $page->asked($this->renderer->sendAll($drawings), $bookmark);
        $this->renderer->ask($asked, $this->renderer->seconds(\count($drawings)), $stopped, $pictures);
    }

    /** @throws RenderException|NoSpaceException */
    public function close(): void
    {
        $this->renderer->ask(new ClosePaper());
    }
}
