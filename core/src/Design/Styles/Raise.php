<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

enum Raise: string
{
    case None = 'none';
    case Superscript = 'superscript';
    case Subscript = 'subscript';

    /** Size as a factor of the text's size. */
    public function scale(): float
    {
        return self::None === $this ? 1.0 : 0.62;
    }

    /** Height above the baseline, in em of the text's size. */
    public function shift(): float
    {
        return match ($this) {
            self::None => 0.0,
            self::Superscript => 0.36,
            self::Subscript => -0.14,
        };
    }
}
