<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Video;

use Morphea\App\Engine\Render\RenderException;
use Morphea\Core\Message;

/**
 * Frames that repeat the one before them, of ten bytes each: slices of nothing but skipped macroblocks (ITU-T H.264,
 * 7.3.3 and 7.3.4). An encoder takes 16 ms to find that nothing changed. For streams as Codec requests from x264: whole
 * frames, variable-length codes, no weighted prediction, output in decoding order.
 */
final class StillFrames
{
    private const START = "\0\0\0\1";
    private const SEQUENCE = 7;
    private const IDR = 5;
    /** A slice that others refer to, of no new beginning. */
    private const SLICE = "\x41";
    /** Profiles whose sequences say more of colour (7.3.2.1.1). */
    private const HIGH = [100, 110, 122, 244];

    private string $bits = '';
    private int $at = 0;
    private int $numberBits = 0;
    private int $blocks = 0;

    /**
     * @param string $stream in byte stream format (annex B); its last frame begins anew (IDR)
     *
     * @throws RenderException when it is not as expected
     */
    public function __construct(string $stream)
    {
        $units = explode("\0\0\1", $stream);
        $kinds = array_map(static fn (string $unit): int => '' === $unit ? 0 : \ord($unit[0]) & 0x1f, $units);
        $sequence = array_search(self::SEQUENCE, $kinds, true);
        if (false === $sequence || self::IDR !== end($kinds)) {
            throw new RenderException(new Message('render.film_broken'));
        }
        $this->read($units[$sequence]);
    }

    /** @return string to be put behind the stream */
    public function repeat(int $count): string
    {
        $frames = '';
        for ($number = 1; $number <= $count; ++$number) {
            $frames .= $this->frame($number % (1 << $this->numberBits));
        }

        return $frames;
    }

    private function frame(int $number): string
    {
        $bits =
            // From the first macroblock, all slices of kind P, by the first set of parameters.
            self::unsigned(0) . self::unsigned(5) . self::unsigned(0) .
            str_pad(decbin($number), $this->numberBits, '0', \STR_PAD_LEFT) .
            // One frame to refer to, the last; no other order, nothing marked; no change of quantizer; no deblocking.
            '1' . self::unsigned(0) . '0' . '0' . self::unsigned(0) . self::unsigned(1) .
            self::unsigned($this->blocks) .
            '1';
        $bytes = implode('', array_map(
            static fn (string $eight): string => \chr((int) bindec(str_pad($eight, 8, '0'))),
            str_split($bits, 8),
        ));
        // No start code within (7.4.1).
        return self::START . self::SLICE . preg_replace('/\0\0(?=[\0-\3])/', "\0\0\3", $bytes);
    }

    private function read(string $sequence): void
    {
        $plain = str_replace("\0\0\3", "\0\0", substr($sequence, 1));
        $this->bits = implode('', array_map(
            static fn (string $byte): string => str_pad(decbin(\ord($byte)), 8, '0', \STR_PAD_LEFT),
            str_split($plain),
        ));
        $this->at = 0;
        $profile = (int) $this->take(8);
        $this->take(16);
        $this->number();
        if (\in_array($profile, self::HIGH, true)) {
            if (3 === $this->number()) {
                $this->take(1);
            }
            $this->number();
            $this->number();
            $this->take(1);
            if (0 !== $this->take(1)) {
                throw new RenderException(new Message('render.film_broken'));
            }
        }
        $this->numberBits = $this->number() + 4;
        $byDecoding = 2 === $this->number();
        $this->number();
        $this->take(1);
        $this->blocks = ($this->number() + 1) * ($this->number() + 1);
        if (!$byDecoding || 1 !== $this->take(1)) {
            throw new RenderException(new Message('render.film_broken'));
        }
    }

    private function take(int $bits): int
    {
        $this->at += $bits;

        return (int) bindec(substr($this->bits, $this->at - $bits, $bits));
    }

    /** An unsigned Exp-Golomb code (9.1). */
    private function number(): int
    {
        $zeros = strspn($this->bits, '0', $this->at);
        $this->at += $zeros;

        return $this->take($zeros + 1) - 1;
    }

    private static function unsigned(int $value): string
    {
        $code = decbin($value + 1);

        return str_repeat('0', \strlen($code) - 1) . $code;
    }
}
