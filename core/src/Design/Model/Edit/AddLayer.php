<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model\Edit;

use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Template;
use Morphea\Core\Design\Model\TemplateCodec;
use Morphea\Core\Design\Model\TemplateError;

/** Puts a new layer on a side: on top, or (as a ground) under everything else. */
final readonly class AddLayer implements Edit
{
    public function __construct(private Layer $layer, private int $side = 0, private bool $under = false)
    {
    }

    public function apply(Template $template): Template
    {
        foreach ($template->layers() as $layer) {
            if ($layer->id === $this->layer->id) {
                throw new TemplateError('id', "\"$layer->id\" is used by another layer");
            }
        }
        $sides = $template->sides;
        $side = $sides[$this->side] ?? throw new TemplateError('side', 'there is no such side');
        if (\count($side->layers) >= TemplateCodec::MAX_LAYERS) {
            throw new TemplateError('layers', \sprintf('a side holds up to %d layers', TemplateCodec::MAX_LAYERS));
        }
        $sides[$this->side] = $side->withLayers(
            $this->under ? [$this->layer, ...$side->layers] : [...$side->layers, $this->layer],
        );

        return $template->withSides($sides);
    }

    public function says(Template $before): string
    {
        return $this->layer->name . ' added';
    }
}
