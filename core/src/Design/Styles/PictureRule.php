<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Choice;
use Morphea\Core\Design\Properties\InvalidValueException;
use Morphea\Core\Design\Properties\Text;
use Morphea\Core\Message;

/**
 * What a picture placeholder does when its cell is empty or its picture is missing: hide, show another picture, or skip
 * the piece.
 */
final readonly class PictureRule
{
    /** @throws InvalidValueException when another picture is to be shown, and none is named */
    public function __construct(
        #[Choice('what_is_done')]
        public PictureInstead $instead = PictureInstead::Hide,
        #[Text('other_picture', 120, OfSource::NAME)]
        public ?string $other = null,
    ) {
        if (PictureInstead::Other === $instead && null === $other) {
            throw new InvalidValueException('other', new Message('design.wrong.other_picture'));
        }
    }
}
