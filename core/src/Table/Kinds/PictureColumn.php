<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Kinds;

/** Names of pictures in the project. */
final readonly class PictureColumn extends KindOfColumn
{
    private const ENDING = '/\.(?:png|jpe?g|webp|svg|gif|tiff?|heic)$/i';

    public function fits(string $cell, CellReading $reading): bool
    {
        return null !== $reading->pictures->find($cell);
    }

    /** The pictures of a table are often uploaded after it. */
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

    /** A missing picture is reported by the frame that shows it. */
    public function checked(): bool
    {
        return false;
    }
}
