<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** A value with properties of its own, whose paths start with its name, such as `style.size`. */
interface Nested extends Property
{
    public function declared(): Declared;
}
