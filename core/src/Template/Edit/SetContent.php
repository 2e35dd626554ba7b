<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Edit;

use Morphea\Core\Template\Content;
use Morphea\Core\Template\ContentPart;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TextLayer;
use Morphea\Core\Template\TextLayerCodec;

/** Gives a text, a code or a linked picture other words and columns. */
final readonly class SetContent implements Edit
{
    public function __construct(private string $layer, private Content $content)
    {
    }

    public function apply(Template $template): Template
    {
        if (!($template->layer($this->layer) instanceof TextLayer)) {
            return (new SetLayer($this->layer, ['pattern' => $this->content->pattern->source]))->apply($template);
        }
        $parts = array_map(
            static fn (ContentPart $part): array => ['pattern' => $part->pattern->source] +
                TextLayerCodec::markToArray($part->mark),
            $this->content->parts,
        );

        return (new SetLayer($this->layer, ['content' => $parts]))->apply($template);
    }

    public function says(Template $before): string
    {
        return $before->layer($this->layer)->name . ': words changed';
    }
}
