<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\App\Engine\Render\BoundedCache;
use Morphea\App\Engine\Render\Deflater;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\PictureEncoder;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Request\DrawPage;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;
use Morphea\Core\Rendering\Graphics\PngFile;
use Morphea\Core\Rendering\Text\LetterOutlines;

/** Pages as picture files of every format, using what all rows have in common; or plainly, each drawn by librsvg. */
final class PictureWriter
{
    /** Bytes of what is kept of pages that all rows have alike. */
    private const KEPT = 800_000_000;
    private const PNG_LEVEL = 6;

    /** @var BoundedCache<SharedLayers> */
    private readonly BoundedCache $grounds;
    /** @var \WeakMap<SharedLayers, PngPress> */
    private \WeakMap $presses;
    private readonly PixelBytes $bytes;
    private readonly PngRows $rows;
    private readonly PictureEncoder $encoder;
    private readonly LetterOutlines $outlines;

    public function __construct(private readonly PainterTools $studio)
    {
        $this->grounds = new BoundedCache(self::KEPT);
        $this->presses = new \WeakMap();
        $this->bytes = new PixelBytes($studio->cairo, $studio->vips);
        $this->rows = new PngRows($studio->cairo, $this->bytes, new Deflater());
        $this->encoder = new PictureEncoder($studio->vips);
        $this->outlines = new LetterOutlines($studio->setup->here(...));
    }

    /** @return list<string> bytes of each file */
    public function write(Drawing $page, DrawPage $asked): array
    {
        $ground = $asked->plain ? null : $this->ground($page, $asked);

        return array_map(
            fn (PictureFormat $format): string => null !== $ground && PictureKind::Png === $format->kind
                ? $this->press($ground, $page, $asked->look)->write($page)
                : $this->encoded($page, $ground, $format, $asked->look),
            $asked->formats,
        );
    }

    private function ground(Drawing $page, DrawPage $asked): SharedLayers
    {
        $key = hash('xxh128', serialize([$asked->look, $asked->page->ground()]));
        $ground = $this->grounds->get($key);
        if (null === $ground) {
            $ground = new SharedLayers($this->studio, $page, $asked->look);
            $this->grounds->keep($key, $ground, $ground->bytes());
        }

        return $ground;
    }

    private function press(SharedLayers $ground, Drawing $page, Look $look): PngPress
    {
        return $this->presses[$ground] ??= new PngPress(
            $this->rows,
            $ground,
            new PngFile(
                $ground->width,
                $ground->height,
                $ground->opaque ? PngFile::COLOUR : PngFile::COLOUR_AND_ALPHA,
                $page->dpi * $look->scale,
                $this->studio->vips->profile(),
            ),
            self::PNG_LEVEL,
        );
    }

    private function encoded(Drawing $page, ?SharedLayers $ground, PictureFormat $format, Look $look): string
    {
        $pixels = $ground?->rows($page, 0, $ground->height) ?? $this->plain($page, $look);
        [$width, $height] = [(int) $pixels->extent->width(), (int) $pixels->extent->height()];
        $opaque = null !== $look->ground;
        [$bytes, $stride, $length] = $this->bytes->convert($pixels->data(), $width, $height, $opaque);
        if ($stride !== $length) {
            // Files have no gaps between rows.
            for ($row = 1; $row < $height; ++$row) {
                Memory::copy(Memory::from($bytes, $row * $length), Memory::from($bytes, $row * $stride), $length);
            }
        }
        $image = $this->studio->vips->over($bytes, $width, $height, $opaque ? 3 : 4, $pixels);

        return $this->encoder->encode($image, $format, $page->dpi * $look->scale);
    }

    private function plain(Drawing $page, Look $look): Surface
    {
        $surface = $this->studio->cairo->image($look->width($page), $look->height($page), null !== $look->ground);
        $context = $surface->context();
        $whole = $look->whole($page);
        $on = new PagePainter($this->studio, $page, $look, false);
        $on->ground($context, $look->scale);
        $svg = (new SvgWriter($this->studio->contents, SvgSize::Free, $this->outlines))->write(
            $page->on(null),
            $look->edge->width($page),
        );
        $on->within($context, $look->scale, fn () => $this->studio->cairo->render($this->studio->cairo->svg($svg), $context->it, $whole));
        $context->check();

        return $surface;
    }
}
