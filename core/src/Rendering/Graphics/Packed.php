<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Graphics;

/**
 * Some rows of a picture, compressed on their own (RFC 1951) so that others can follow: nothing refers to earlier data,
 * no block is marked as the last, and the data ends on a byte boundary.
 */
final readonly class Packed
{
    /**
     * @param int $adler  checksum of the rows, each with the byte of its filter before it (PNG, 9.2)
     * @param int $length how many bytes the rows are
     */
    public function __construct(public string $bytes, public int $adler, public int $length)
    {
    }
}
