<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/** Adds a layer to a page: on top or, as a background, below everything else. */
final readonly class AddLayer implements Edit
{
    public function __construct(private Layer $layer, private int $page = 0, private bool $under = false)
    {
    }

    public function apply(Design $design): Design
    {
        foreach ($design->layers() as $layer) {
            if ($layer->id === $this->layer->id) {
                throw new DesignException('id', new Message('design.wrong.layer_twice', ['layer' => $layer->id]));
            }
        }
        $pages = $design->pages;
        $page = $pages[$this->page] ?? throw new DesignException('side', new Message('design.wrong.no_page'));
        if (\count($page->layers) >= DesignCodec::MAX_LAYERS) {
            throw new DesignException('layers', new Message('design.wrong.layers', ['most' => DesignCodec::MAX_LAYERS]));
        }
        $pages[$this->page] = $page->withLayers(
            $this->under ? [$this->layer, ...$page->layers] : [...$page->layers, $this->layer],
        );

        return $design->withPages($pages);
    }

    public function says(Design $before): Message
    {
        return new Message('design.did.added', ['layer' => $this->layer->name]);
    }
}
