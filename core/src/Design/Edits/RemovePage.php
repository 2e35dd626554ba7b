<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\DesignException;

/** Takes a page away with all that stands on it. */
final readonly class RemovePage implements Edit
{
    public function __construct(private int $page)
    {
    }

    public function apply(Design $design): Design
    {
        $pages = $design->pages;
        unset($pages[$this->page]);
        if ([] === $pages || \count($pages) === \count($design->pages)) {
            throw new DesignException('', 'A design keeps at least one page.');
        }

        return $design->withPages(array_values($pages));
    }

    public function says(Design $before): string
    {
        return ($before->pages[$this->page]->name ?? 'Page') . ' removed';
    }
}
