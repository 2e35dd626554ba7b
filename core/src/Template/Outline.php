<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/** A line round the letters, `width` dots wide outside them. */
final readonly class Outline
{
    public function __construct(public string $colour, public float $width)
    {
    }
}
