<?php

declare(strict_types=1);

namespace Morphea\Core\Drawing;

/** Something in the display list. All geometry in dots. */
interface Item
{
}
