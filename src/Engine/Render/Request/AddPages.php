<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

/** Adds the pages of a piece to the open PDF. */
final readonly class AddPages
{
    /**
     * @param non-empty-list<SentDrawing> $pages
     * @param string               $bookmark that leads to them; empty for none
     */
    public function __construct(public array $pages, public string $bookmark)
    {
    }
}
