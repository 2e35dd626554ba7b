<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

enum Align: string
{
    case Left = 'left';
    case Centre = 'centre';
    case Right = 'right';
    case Justify = 'justify';
}
