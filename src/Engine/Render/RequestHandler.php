<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use Morphea\App\Engine\Render\Cairo\Cairo;
use Morphea\App\Engine\Render\Cairo\PainterTools;
use Morphea\App\Engine\Render\Cairo\PdfCanvas;
use Morphea\App\Engine\Render\Cairo\PictureWriter;
use Morphea\App\Engine\Render\Request\AddPages;
use Morphea\App\Engine\Render\Request\AddSheet;
use Morphea\App\Engine\Render\Request\ClosePaper;
use Morphea\App\Engine\Render\Request\DrawPage;
use Morphea\App\Engine\Render\Request\DrawSvg;
use Morphea\App\Engine\Render\Request\HavePictures;
use Morphea\App\Engine\Render\Request\OpenPaper;
use Morphea\App\Engine\Render\Request\SentDrawing;
use Morphea\App\Engine\Render\Request\TryPages;
use Morphea\Core\Design\Styles\PictureLook;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\Within;

/** Handles the requests of a renderer, and keeps what the next piece needs again. */
final class RequestHandler
{
    /** Pieces that are tried on one paper, which remembers a little of each. */
    private const TRIES = 500;

    private readonly RequestedPictures $pictures;
    private readonly PainterTools $studio;
    private readonly PictureWriter $files;
    /** @var array<string, GroupItem> what is the same in every row, by name */
    private array $known = [];
    /** @var \WeakMap<GroupItem, string> */
    private \WeakMap $names;
    private ?PdfCanvas $paper = null;
    private ?PdfCanvas $trial = null;
    private ?Edge $trialEdge = null;
    private int $tries = 0;

    public function __construct(FontSetup $fonts, private readonly Vips $vips)
    {
        $this->pictures = new RequestedPictures();
        $this->studio = new PainterTools(new Cairo($fonts), $vips, $fonts, $this->pictures);
        $this->files = new PictureWriter($this->studio);
        $this->names = new \WeakMap();
    }

    /** @return list<array{Picture, PictureLook}> pictures that have to be asked for first */
    public function missing(object $asked): array
    {
        $pages = match (true) {
            $asked instanceof DrawPage => [$asked->page],
            $asked instanceof AddPages, $asked instanceof TryPages => $asked->pages,
            $asked instanceof AddSheet => $asked->drawings(),
            default => [],
        };
        $items = [];
        foreach ($pages as $sent) {
            $this->learn($sent);
            array_push($items, ...Within::pictures($sent->drawing($this->known)->groups));
        }

        return $this->pictures->ready($items);
    }

    /** @param list<array{Picture, PictureLook}> $asked */
    public function take(array $asked, HavePictures $pictures): void
    {
        foreach ($asked as $i => [$picture, $look]) {
            $this->pictures->take($picture, $look, $pictures->contents[$i]);
        }
    }

    /**
     * @return list<string> bytes of each file
     *
     * @throws RenderException
     */
    public function files(object $asked): array
    {
        return match (true) {
            $asked instanceof DrawSvg => [$this->svg($asked)],
            $asked instanceof DrawPage => $this->files->write($this->drawing($asked->page), $asked),
            $asked instanceof OpenPaper => $this->open($asked),
            $asked instanceof AddPages => $this->pages($asked),
            $asked instanceof AddSheet => $this->sheet($asked),
            $asked instanceof ClosePaper => $this->close(),
            $asked instanceof TryPages => $this->tried($asked),
            default => throw new \LogicException('Nobody here does ' . $asked::class . '.'),
        };
    }

    private function svg(DrawSvg $asked): string
    {
        $image = $this->vips->draw($asked->svg);
        $image = null === $asked->edge ? $image : $image->small($asked->edge);

        return ($asked->opaque ? $image->opaque() : $image)
            ->atDpi($asked->dpi)
            ->png($asked->compression, null !== $asked->edge);
    }

    /** @return list<string> */
    private function open(OpenPaper $asked): array
    {
        $this->paper = new PdfCanvas($this->studio, $asked);

        return [];
    }

    /** @return list<string> */
    private function pages(AddPages $asked): array
    {
        $paper = $this->paper ?? throw new RenderException(new Message('render.pdf_lost'));
        foreach ($asked->pages as $i => $page) {
            $paper->page($this->drawing($page), $this->names, 0 === $i ? $asked->bookmark : '');
        }

        return [];
    }

    /** @return list<string> */
    private function sheet(AddSheet $asked): array
    {
        $paper = $this->paper ?? throw new RenderException(new Message('render.pdf_lost'));
        $paper->sheet($asked, $this->drawing(...), $this->names);

        return [];
    }

    /** @return list<string> */
    private function tried(TryPages $asked): array
    {
        if (0 === $this->tries++ % self::TRIES || null === $this->trial || $this->trialEdge !== $asked->edge) {
            $this->trial = new PdfCanvas($this->studio, new OpenPaper(path: '/dev/null', title: '', language: '', edge: $asked->edge));
            $this->trialEdge = $asked->edge;
        }
        foreach ($asked->pages as $page) {
            $this->trial->page($this->drawing($page), $this->names, '');
        }

        return [];
    }

    /** @return list<string> */
    private function close(): array
    {
        ($this->paper ?? throw new RenderException(new Message('render.pdf_lost')))->close();
        $this->paper = null;

        return [];
    }

    private function learn(SentDrawing $sent): void
    {
        if ($sent->forget) {
            $this->known = [];
        }
        foreach ($sent->new as $name => $group) {
            $this->known[$name] = $group;
            $this->names[$group] = (string) $name;
        }
    }

    private function drawing(SentDrawing $sent): Drawing
    {
        return $sent->drawing($this->known);
    }
}
