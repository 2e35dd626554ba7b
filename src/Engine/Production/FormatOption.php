<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

/** The settings an output uses. */
enum FormatOption: string
{
    case Size = 'size';
    case Edge = 'edge';
    case Marks = 'marks';
    case Ground = 'ground';
    case SeeThrough = 'see-through';
    case Quality = 'quality';
    case Steps = 'steps';
    case Outlines = 'outlines';
    case By = 'by';
    case Rate = 'rate';
    case Bytes = 'bytes';
    case Moment = 'moment';
    case Sheet = 'sheet';
    case Product = 'product';
}
