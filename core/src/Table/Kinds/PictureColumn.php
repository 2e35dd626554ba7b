<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

/** Names of pictures among those the project has. */
final readonly class PictureColumn extends KindOfColumn
{
    private const ENDING = '/\.(?:png|jpe?g|webp|svg|gif|tiff?|heic)$/i';

    public function fits(string $cell, CellReading $reading): bool
    {
        return null !== $reading->pictures->find($cell);
    }

    /** The pictures of a table often come after it. */
    public function suggests(string $cell, CellReading $reading): bool
    {
        return 1 === preg_match(self::ENDING, $cell) || $this->fits($cell, $reading);
    }

    public function neededShare(): float
    {
        return 1.0;
    }

    public function namesPictures(): bool
    {
        return true;
    }

    /** A picture that is not there is told by the frame that is to show it. */
    public function checked(): bool
    {
        return false;
    }
}
