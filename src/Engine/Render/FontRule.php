<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

/** A font with its bytes as a CSS rule. */
final readonly class FontRule
{
    public function __construct(public string $css)
    {
    }
}
