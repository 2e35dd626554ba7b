<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model\Edit;

use Morphea\Core\Design\Model\Template;
use Morphea\Core\Design\Model\TemplateError;

/** Takes a side away with all that stands on it. */
final readonly class RemoveSide implements Edit
{
    public function __construct(private int $side)
    {
    }

    public function apply(Template $template): Template
    {
        $sides = $template->sides;
        unset($sides[$this->side]);
        if ([] === $sides || \count($sides) === \count($template->sides)) {
            throw new TemplateError('', 'A template keeps at least one side.');
        }

        return $template->withSides(array_values($sides));
    }

    public function says(Template $before): string
    {
        return ($before->sides[$this->side]->name ?? 'Side') . ' removed';
    }
}
