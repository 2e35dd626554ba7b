<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;

enum WarningKind: string
{
    case Value = 'value';
    case Kind = 'kind';
    case Length = 'length';
    case Empty = 'empty';
    case Overset = 'overset';
    case Glyph = 'glyph';
    case Font = 'font';
    case Contrast = 'contrast';
    case Picture = 'picture';
    case Coarse = 'coarse';
    case Code = 'code';
    case Time = 'time';
    case Sound = 'sound';
    case Edge = 'edge';
    case Small = 'small';
    case Broken = 'broken';
    case Leftover = 'leftover';
    case CutOff = 'cut-off';
    case Same = 'same';
    case Smaller = 'smaller';
    case Touch = 'touch';
    case Crop = 'crop';
    case Name = 'name';
    case Link = 'link';
    case Sample = 'sample';
    case Braces = 'braces';
    case Unfilled = 'unfilled';
    case TouchUp = 'touch-up';
    case Unchecked = 'unchecked';

    /** A few words for where there is little room. */
    public function brief(): Message
    {
        return new Message('warnings.brief.' . strtr($this->value, '-', '_'));
    }
}
