<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

use Morphea\App\Engine\Render\Edge;

/** Whether sides can be pages of a PDF, without keeping them. */
final readonly class TryPages
{
    /** @param non-empty-list<SentDrawing> $sides */
    public function __construct(public array $sides, public Edge $edge)
    {
    }
}
