<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

enum CodeKind: string
{
    case Qr = 'qr';
    case Code128 = 'code-128';
    case Ean13 = 'ean-13';
}
