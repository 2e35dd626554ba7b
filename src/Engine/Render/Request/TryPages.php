<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

use Morphea\App\Engine\Render\Edge;

/** Tests whether pages can be drawn into a PDF, without keeping them. */
final readonly class TryPages
{
    /** @param non-empty-list<SentDrawing> $pages */
    public function __construct(public array $pages, public Edge $edge)
    {
    }
}
