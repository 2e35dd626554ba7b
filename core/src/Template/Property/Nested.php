<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Property;

use Morphea\Core\Template\Declared;

/** A value that holds others, which have paths of their own, as in `style.size`. */
interface Nested extends Property
{
    public function declared(): Declared;
}
