<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

use Morphea\App\Engine\Render\Edge;

/** Starts a PDF in a file. */
final readonly class OpenPaper
{
    public function __construct(public string $path, public string $title, public string $language, public Edge $edge)
    {
    }
}
