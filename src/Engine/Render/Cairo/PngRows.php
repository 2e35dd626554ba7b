<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use FFI\CData;
use Morphea\App\Engine\Render\Deflater;
use Morphea\Core\Rendering\Graphics\Packed;
use Morphea\Core\Rendering\Graphics\Palette;

/**
 * Pixels to packed rows of PNG, each with its filter before it. That filter is always none: with those of PNG, a
 * photograph of 1000 x 1500 is a fifth smaller, flat art a tenth larger, and finding them takes three times as long as
 * all the rest.
 */
final class PngRows
{
    private const UNFILTERED = "\0";

    private ?Memory $filtered = null;
    private int $room = 0;

    public function __construct(
        private readonly Cairo $cairo,
        private readonly PixelBytes $bytes,
        private readonly Deflater $deflater,
    ) {
    }

    /**
     * @param CData        $pixels  as cairo has them; they are not what they were afterwards
     * @param Palette|null $palette takes up their colours, and they become its numbers, if it holds them all
     */
    public function pack(CData $pixels, int $width, int $rows, bool $opaque, int $level, ?Palette $palette): Packed
    {
        [$all, $stride, $bytes] = $this->bytes->convert($pixels, $width, $rows, $opaque);
        $numbers = null === $palette ? null : $this->numbers($all, $stride, $bytes, $rows, $palette);
        if (null !== $numbers) {
            $to = $this->room($length = \strlen($numbers));
            \FFI::memcpy($to, $numbers, $length);

            return $this->deflater->pack($to, $length, $level);
        }
        $to = $this->room($length = ($bytes + 1) * $rows);
        for ($row = 0; $row < $rows; ++$row) {
            $to[$row * ($bytes + 1)] = \ord(self::UNFILTERED);
            Memory::copy(Memory::from($to, $row * ($bytes + 1) + 1), Memory::from($all, $row * $stride), $bytes);
        }

        return $this->deflater->pack($to, $length, $level);
    }

    private function numbers(CData $all, int $stride, int $bytes, int $rows, Palette $palette): ?string
    {
        $numbers = $pixels = $last = '';
        for ($row = 0; $row < $rows; ++$row) {
            $before = $pixels;
            $pixels = \FFI::string(Memory::from($all, $row * $stride), max(0, $bytes));
            $last = $pixels === $before ? $last : $palette->row($pixels);
            if (null === $last) {
                return null;
            }
            $numbers .= self::UNFILTERED . $last;
        }

        return $numbers;
    }

    private function room(int $length): CData
    {
        if (null === $this->filtered || $length > $this->room) {
            $this->filtered = $this->cairo->memory($length);
            $this->room = $length;
        }

        return $this->filtered->it;
    }
}
