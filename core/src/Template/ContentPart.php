<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

use Morphea\Core\Pattern\Pattern;

/** A stretch of a text in one style. */
final readonly class ContentPart
{
    public function __construct(public Pattern $pattern, public Mark $mark)
    {
    }
}
