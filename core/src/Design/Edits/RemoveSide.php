<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\DesignException;

/** Takes a side away with all that stands on it. */
final readonly class RemoveSide implements Edit
{
    public function __construct(private int $side)
    {
    }

    public function apply(Design $template): Design
    {
        $sides = $template->sides;
        unset($sides[$this->side]);
        if ([] === $sides || \count($sides) === \count($template->sides)) {
            throw new DesignException('', 'A template keeps at least one side.');
        }

        return $template->withSides(array_values($sides));
    }

    public function says(Design $before): string
    {
        return ($before->sides[$this->side]->name ?? 'Side') . ' removed';
    }
}
