<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/** Deletes a page with everything on it. */
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
            throw new DesignException('', new Message('design.wrong.last_page'));
        }

        return $design->withPages(array_values($pages));
    }

    public function says(Design $before): Message
    {
        return new Message('design.did.page_deleted', ['page' => $before->pages[$this->page]->name ?? '']);
    }
}
