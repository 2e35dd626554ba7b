<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\Side;
use Morphea\Core\Design\Properties\DesignException;

/** Gives a template a back, on the ground of its front. */
final readonly class AddSide implements Edit
{
    public function apply(Design $template): Design
    {
        if (\count($template->sides) >= Design::MOST_SIDES) {
            throw new DesignException('', 'There is a front and a back already.');
        }

        return $template->withSides([...$template->sides, new Side('Back', $template->side()->background, [])]);
    }

    public function says(Design $before): string
    {
        return 'Back added';
    }
}
