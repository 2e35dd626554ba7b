<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Design\Properties\DesignException;

/** Gives a template a back, on the ground of its front. */
final readonly class AddPage implements Edit
{
    public function apply(Design $template): Design
    {
        if (\count($template->pages) >= Design::MOST_PAGES) {
            throw new DesignException('', 'There is a front and a back already.');
        }

        return $template->withPages([...$template->pages, new Page('Back', $template->page()->background, [])]);
    }

    public function says(Design $before): string
    {
        return 'Back added';
    }
}
