<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Timing;

/** How a layer appears or disappears. */
enum MotionKind: string
{
    case Cut = 'cut';
    case Fade = 'fade';
    case Slide = 'slide';
    case Grow = 'grow';
    case Wipe = 'wipe';
    case Letters = 'letters';
    case Words = 'words';
    /** Numbers in it run up from nought. */
    case Count = 'count';

    /** Whether it switches at once, with nothing in between. */
    public function isInSteps(): bool
    {
        return \in_array($this, [self::Letters, self::Words, self::Count], true);
    }
}
