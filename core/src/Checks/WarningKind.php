<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

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

    /** In a few words, where there is little room. */
    public function brief(): string
    {
        return match ($this) {
            self::Value => 'cell does not go in',
            self::Kind => 'not of its kind',
            self::Length => 'too long',
            self::Empty => 'empty',
            self::Overset => 'does not fit',
            self::Glyph => 'letters missing',
            self::Font => 'font missing',
            self::Contrast => 'faint',
            self::Picture => 'picture missing',
            self::Coarse => 'coarse',
            self::Code => 'hard to read',
            self::Time => 'badly timed',
            self::Sound => 'sound missing',
            self::Edge => 'too near the edge',
            self::Small => 'as small as may be',
            self::Broken => 'word broken',
            self::Leftover => 'short last line',
            self::CutOff => 'cut off before',
            self::Same => 'the same twice',
            self::Smaller => 'smaller than the rest',
            self::Touch => 'runs into another',
            self::Crop => 'cut off',
            self::Name => 'same name twice',
            self::Link => 'not linked',
            self::Sample => 'sample words left',
            self::Braces => 'braces printed',
            self::Unfilled => 'nothing of its row',
            self::TouchUp => 'touch-up left over',
            self::Unchecked => 'not looked at',
        };
    }
}
