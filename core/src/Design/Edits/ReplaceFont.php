<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Properties\DesignException;

/** Sets every text of one family in another. */
final readonly class ReplaceFont implements Edit
{
    public function __construct(private string $from, private string $to)
    {
    }

    public function apply(Design $design): Design
    {
        $layers = array_values(
            array_map(
                static fn (TextLayer $text): string => $text->id,
                array_filter($design->texts(), fn (TextLayer $text): bool => $text->style->family === $this->from),
            ),
        );
        if ([] === $layers) {
            throw new DesignException('', "No text is set in “{$this->from}”.");
        }

        return (new SetLayers($layers, ['style.family' => $this->to]))->apply($design);
    }

    public function says(Design $before): string
    {
        return "$this->from replaced by $this->to";
    }
}
