<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\PictureFormat;

/** Draws a page as picture files, one in each format. */
final readonly class DrawPage
{
    /**
     * @param non-empty-list<PictureFormat> $formats
     * @param bool                          $plain   all of it anew by librsvg, nothing kept from another piece
     */
    public function __construct(public SentDrawing $page, public Look $look, public array $formats, public bool $plain)
    {
    }
}
