<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Graphics;

/**
 * Some rows of a picture, packed by themselves (RFC 1951) and ended so that others can follow: nothing in them refers
 * to anything before, none of their blocks says that it is the last, and they end at a full byte.
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
