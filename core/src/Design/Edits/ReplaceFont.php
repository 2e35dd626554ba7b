<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/** Replaces one font family by another in every text. */
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
            throw new DesignException('', new Message('design.wrong.font_not_used', ['font' => $this->from]));
        }

        return (new SetLayers($layers, ['style.family' => $this->to]))->apply($design);
    }

    public function says(Design $before): Message
    {
        return new Message('design.did.font', ['from' => $this->from, 'to' => $this->to]);
    }
}
