<?php

declare(strict_types=1);

namespace Morphea\App\Render\Cairo;

use FFI\CData;
use Morphea\App\Render\Deflater;
use Morphea\Core\Graphic\Packed;

/** Pixels to packed rows of PNG, each with its filter before it. */
final class PngRows
{
    private ?Memory $filtered = null;
    private int $room = 0;

    public function __construct(
        private readonly Cairo $cairo,
        private readonly PixelBytes $bytes,
        private readonly Deflater $deflater,
    ) {
    }

    /** @param CData $pixels as cairo has them; they are not what they were afterwards */
    public function pack(CData $pixels, int $width, int $rows, bool $opaque, int $level): Packed
    {
        [$all, $stride, $bytes] = $this->bytes->of($pixels, $width, $rows, $opaque);
        $length = ($bytes + 1) * $rows;
        if (null === $this->filtered || $length > $this->room) {
            $this->filtered = $this->cairo->memory($length);
            $this->room = $length;
        }
        $to = $this->filtered->it;
        for ($row = 0; $row < $rows; ++$row) {
            $to[$row * ($bytes + 1)] = 0;
            Memory::copy(Memory::from($to, $row * ($bytes + 1) + 1), Memory::from($all, $row * $stride), $bytes);
        }

        return $this->deflater->pack($to, $length, $level);
    }
}
