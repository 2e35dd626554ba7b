<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Table\Patterns\Pattern;

/** A run of text in one style. */
final readonly class ContentPart
{
    public function __construct(public Pattern $pattern, public Mark $mark)
    {
    }
}
