<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** A value that holds others, which have paths of their own, as in `style.size`. */
interface Nested extends Property
{
    public function declared(): Declared;
}
