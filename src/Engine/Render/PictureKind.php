<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

enum PictureKind: string
{
    case Png = 'png';
    case Jpeg = 'jpeg';
    case Webp = 'webp';
    case Avif = 'avif';
    case Tiff = 'tiff';
}
