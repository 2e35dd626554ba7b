<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** A fixed picture: `asset` is its name in the project's pictures. */
final readonly class PictureLayer extends Layer
{
    public function __construct(
        string $id,
        string $name,
        Frame $frame,
        float $opacity,
        bool $locked,
        bool $hidden,
        public string $asset,
        public PictureFit $fit,
        ?string $group = null,
    ) {
        parent::__construct($id, $name, $frame, $opacity, $locked, $hidden, $group);
    }
}
