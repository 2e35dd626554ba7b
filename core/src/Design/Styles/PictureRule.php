<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\InvalidValueException;
use Morphea\Core\Design\Properties\Text;

/**
 * What a picture placeholder does when its cell is empty, or names a picture that is not there: hide, show another
 * picture, or let the piece not be made.
 */
final readonly class PictureRule
{
    /** @throws InvalidValueException when another picture is to be shown, and none is named */
    public function __construct(
        #[Choice('what is done')]
        public PictureInstead $instead = PictureInstead::Hide,
        #[Text('other picture', 120, OfSource::NAME)]
        public ?string $other = null,
    ) {
        if (PictureInstead::Other === $instead && null === $other) {
            throw new InvalidValueException('other', 'is missing; say which picture is shown instead');
        }
    }
}
