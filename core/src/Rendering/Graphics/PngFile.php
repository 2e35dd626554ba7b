<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Graphics;

/** A PNG (ISO/IEC 15948) assembled from rows that are already compressed. */
final readonly class PngFile
{
    public const COLOUR = 2;
    public const COLOUR_AND_ALPHA = 6;
    private const NUMBERED = 3;
    private const SIGNATURE = "\x89PNG\r\n\x1a\n";
    private const EIGHT_BITS = 8;
    /** A zlib stream of windows of 32 kB (RFC 1950, 2.2), and the empty block that ends it (RFC 1951, 3.2.6). */
    private const ZLIB = "\x78\x01";
    private const END = "\x03\x00";
    /** Bytes of a chunk at the most; longer streams go on in the next. */
    private const CHUNK = 1 << 30;
    private const INCH = 0.0254;

    /** @param string $profile ICC.1, of the colours */
    public function __construct(
        public int $width,
        public int $height,
        private int $kind,
        private float $dpi,
        private string $profile = '',
    ) {
    }

    /**
     * @param list<Packed> $rows    all of them, in order
     * @param Palette|null $palette what the numbers in them stand for, where they are numbers
     */
    public function write(array $rows, ?Palette $palette = null): string
    {
        $adler = Adler32::NOTHING;
        $stream = [self::ZLIB];
        foreach ($rows as $packed) {
            $stream[] = $packed->bytes;
            $adler = Adler32::joined($adler, $packed->adler, $packed->length);
        }
        $stream[] = self::END . pack('N', $adler);
        $png = self::SIGNATURE . $this->head($palette);
        foreach (str_split(implode('', $stream), self::CHUNK) as $bytes) {
            $png .= self::chunk('IDAT', $bytes);
        }

        return $png . self::chunk('IEND', '');
    }

    private function head(?Palette $palette): string
    {
        $perMetre = (int) round($this->dpi / self::INCH);
        $kind = null === $palette ? $this->kind : self::NUMBERED;
        $head = self::chunk('IHDR', pack('NNCCCCC', $this->width, $this->height, self::EIGHT_BITS, $kind, 0, 0, 0));
        if ('' !== $this->profile) {
            $head .= self::chunk('iCCP', "sRGB\0\0" . gzcompress($this->profile, 9));
        }
        $head .= self::chunk('pHYs', pack('NNC', $perMetre, $perMetre, 1));
        if (null === $palette) {
            return $head;
        }
        $head .= self::chunk('PLTE', $palette->colours());

        return '' === $palette->opacities() ? $head : $head . self::chunk('tRNS', $palette->opacities());
    }

    private static function chunk(string $name, string $bytes): string
    {
        return pack('N', \strlen($bytes)) . $name . $bytes . pack('N', crc32($name . $bytes));
    }
}
