<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Edit;

use Morphea\Core\Template\Layer;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateCodec;
use Morphea\Core\Template\TemplateError;

/** Puts a new layer on top of the first side. */
final readonly class AddLayer implements Edit
{
    public function __construct(private Layer $layer)
    {
    }

    public function apply(Template $template): Template
    {
        $side = $template->side();
        foreach ($side->layers as $layer) {
            if ($layer->id === $this->layer->id) {
                throw new TemplateError('id', "\"$layer->id\" is used by another layer");
            }
        }
        if (\count($side->layers) >= TemplateCodec::MAX_LAYERS) {
            throw new TemplateError('layers', \sprintf('a side holds up to %d layers', TemplateCodec::MAX_LAYERS));
        }

        return $template->withSides([$side->withLayers([...$side->layers, $this->layer]), ...\array_slice($template->sides, 1)]);
    }

    public function says(Template $before): string
    {
        return $this->layer->name.' added';
    }
}
