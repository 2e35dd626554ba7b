<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Message;

/**
 * How one text layer comes out in one row. Sizes in dots: `width` of its widest line, `room` of its frame; `length` is
 * the width of all its text in em, independent of size.
 */
final readonly class TextFacts extends LayerFacts
{
    /**
     * @param int          $lines    0 when nothing is shown
     * @param list<Message> $problems why the cells do not go into the pattern; with any, the piece cannot be made
     * @param list<string> $missing  graphemes no font has
     * @param list<string> $standIns families that stood in for the chosen one
     * @param int|null     $tooMany  letters there are, where only the first of them are laid out; the piece cannot be made then
     */
    public function __construct(
        string $layer,
        string $name,
        bool $placeholder,
        public string $text,
        public float $size,
        public float $wantedSize,
        public int $lines,
        public bool $overset,
        public bool $empty,
        public array $problems,
        public array $missing,
        public array $standIns,
        public ?string $unknownFont,
        public ?int $tooMany = null,
        public float $width = 0.0,
        public float $room = 0.0,
        public float $length = 0.0,
    ) {
        parent::__construct($layer, $name, $placeholder);
    }
}
