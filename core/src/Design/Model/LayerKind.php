<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Model;

enum LayerKind: string
{
    case Text = 'text';
    case Picture = 'picture';
    case Code = 'code';
    case Shape = 'shape';

    /** @return class-string<Layer> */
    public function layer(): string
    {
        return match ($this) {
            self::Text => TextLayer::class,
            self::Picture => PictureLayer::class,
            self::Code => CodeLayer::class,
            self::Shape => ShapeLayer::class,
        };
    }
}
