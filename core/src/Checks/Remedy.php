<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

/** What would mend a warning. */
enum Remedy: string
{
    case ChangeCell = 'change-cell';
    case OtherColumn = 'other-column';
    case OtherWords = 'other-words';
    case OtherRule = 'other-rule';
    case LargerFrame = 'larger-frame';
    case SmallerFrame = 'smaller-frame';
    case OtherFont = 'other-font';
    case OtherColour = 'other-colour';
    case BringPicture = 'bring-picture';
    case LargerPicture = 'larger-picture';
    case FewerLetters = 'fewer-letters';
    case MoreTime = 'more-time';
    case LessTime = 'less-time';
    case BringSound = 'bring-sound';
    case OtherCrop = 'other-crop';
    case TouchUp = 'touch-up';
    case SwitchOff = 'switch-off';

    public function label(): string
    {
        return match ($this) {
            self::ChangeCell => 'change the cell',
            self::OtherColumn => 'link another column',
            self::OtherWords => 'change the words',
            self::OtherRule => 'choose another rule',
            self::LargerFrame => 'make the frame larger',
            self::SmallerFrame => 'make the frame smaller',
            self::OtherFont => 'choose another font',
            self::OtherColour => 'choose another colour',
            self::BringPicture => 'bring the picture',
            self::LargerPicture => 'bring a larger picture',
            self::FewerLetters => 'shorten the cell',
            self::MoreTime => 'give its scene more time',
            self::LessTime => 'give the scenes less time',
            self::BringSound => 'bring the sound',
            self::OtherCrop => 'choose another crop',
            self::TouchUp => 'touch up this piece',
            self::SwitchOff => 'switch the row off',
        };
    }
}
