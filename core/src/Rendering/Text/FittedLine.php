<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Text;

/** A line of a fitted text; bullets and justification depend on whether it begins or ends a paragraph. */
final readonly class FittedLine
{
    public function __construct(public ShapedLine $shaped, public bool $begins, public bool $ends)
    {
    }
}
