<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

/** A line of a fitted text; whether it begins and ends a paragraph decides over bullets and justifying. */
final readonly class FittedLine
{
    public function __construct(public ShapedLine $shaped, public bool $begins, public bool $ends)
    {
    }
}
