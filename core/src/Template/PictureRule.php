<?php

declare(strict_types=1);

namespace Morphea\Core\Template;

/**
 * What a picture placeholder does when its cell is empty, or names a picture that is not there: hide, show another
 * picture, or let the piece not be made.
 */
final readonly class PictureRule
{
    public function __construct(public PictureInstead $instead = PictureInstead::Hide, public ?string $other = null)
    {
    }
}
