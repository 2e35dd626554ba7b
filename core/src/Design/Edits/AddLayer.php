<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Properties\DesignException;

/** Puts a new layer on a page: on top, or (as a ground) under everything else. */
final readonly class AddLayer implements Edit
{
    public function __construct(private Layer $layer, private int $page = 0, private bool $under = false)
    {
    }

    public function apply(Design $design): Design
    {
        foreach ($design->layers() as $layer) {
            if ($layer->id === $this->layer->id) {
                throw new DesignException('id', "\"$layer->id\" is used by another layer");
            }
        }
        $pages = $design->pages;
        $page = $pages[$this->page] ?? throw new DesignException('side', 'there is no such page');
        if (\count($page->layers) >= DesignCodec::MAX_LAYERS) {
            throw new DesignException('layers', \sprintf('a page holds up to %d layers', DesignCodec::MAX_LAYERS));
        }
        $pages[$this->page] = $page->withLayers(
            $this->under ? [$this->layer, ...$page->layers] : [...$page->layers, $this->layer],
        );

        return $design->withPages($pages);
    }

    public function says(Design $before): string
    {
        return $this->layer->name . ' added';
    }
}
