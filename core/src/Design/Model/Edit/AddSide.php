<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model\Edit;

use Morphea\Core\Design\Model\Side;
use Morphea\Core\Design\Model\Template;
use Morphea\Core\Design\Model\TemplateError;

/** Gives a template a back, on the ground of its front. */
final readonly class AddSide implements Edit
{
    public function apply(Template $template): Template
    {
        if (\count($template->sides) >= Template::MOST_SIDES) {
            throw new TemplateError('', 'There is a front and a back already.');
        }

        return $template->withSides([...$template->sides, new Side('Back', $template->side()->background, [])]);
    }

    public function says(Template $before): string
    {
        return 'Back added';
    }
}
