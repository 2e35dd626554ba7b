<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** A property that has to know the type of its parameter. */
interface Typed extends Property
{
    public function forType(string $type): Property;
}
