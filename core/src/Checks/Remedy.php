<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Message;

/** What would fix a warning. */
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

    /** As an instruction: “shorten the cell”. */
    public function label(): Message
    {
        return new Message('warnings.remedy.' . strtr($this->value, '-', '_'));
    }
}
