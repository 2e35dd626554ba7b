<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Request;

/** The pages of a piece as the next pages of the PDF that is open. */
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
