<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render;

use FFI\CData;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Ffi\Library;
use Morphea\Core\Rendering\Graphics\Packed;

/**
 * Compresses bytes in memory with libdeflate, which takes half of zlib's time for fewer bytes, so that more can follow.
 * Its output marks the last block as final; zlib finds that block, and the mark is removed. Signatures from libdeflate.h
 * (1.14) and zlib.h (1.2).
 */
final class Deflater
{
    private const HEADER = <<<'C'
    void *libdeflate_alloc_compressor(int level);
    size_t libdeflate_deflate_compress_bound(void *compressor, size_t length);
    size_t libdeflate_deflate_compress(void *compressor, const void *in, size_t in_length, void *out, size_t out_length);
    uint32_t libdeflate_adler32(uint32_t adler, const void *bytes, size_t length);
    C;
    private const ZLIB = <<<'C'
    typedef struct { const unsigned char *next_in; unsigned int avail_in; unsigned long total_in; unsigned char *next_out;
        unsigned int avail_out; unsigned long total_out; const char *msg; void *state; void *zalloc; void *zfree; void *opaque;
        int data_type; unsigned long adler; unsigned long reserved; } z_stream;
    int inflateInit2_(z_stream *stream, int bits, const char *version, int size);
    int inflate(z_stream *stream, int flush);
    int inflateReset(z_stream *stream);
    const char *zlibVersion(void);
    C;
    private const RAW = -15;
    private const BLOCK = 5;
    /**
     * What zlib says of a stream (zlib.h, inflate): so many bits of the last byte are not used yet; it is at the last
     * block; between two.
     */
    private const BITS = 7;
    private const LAST = 64;
    private const BETWEEN = 128;
    /** Bits that a block without bytes begins with, and what follows them at the next full byte (RFC 1951, 3.2.4). */
    private const EMPTY_BITS = 3;
    private const EMPTY = "\0\0\xff\xff";
    private const LOOKED_AT = 1 << 20;

    private readonly \FFI $ffi;
    private readonly \FFI $zlib;
    /** @var array<int, CData> by level */
    private array $compressors = [];
    private readonly CData $stream;
    private readonly CData $looked;
    private ?CData $out = null;
    private int $room = 0;

    public function __construct()
    {
        $this->ffi = Library::bind(self::HEADER, 'libdeflate.so.0', 'libdeflate0');
        $this->zlib = Library::bind(self::ZLIB, 'libz.so.1', 'zlib1g');
        $this->stream = $this->zlib->new('z_stream');
        $this->looked = $this->zlib->new('unsigned char[' . self::LOOKED_AT . ']');
        $this->zlib->inflateInit2_(
            \FFI::addr($this->stream),
            self::RAW,
            $this->zlib->zlibVersion(),
            \FFI::sizeof($this->stream),
        );
    }

    /** @param int $level 1 to 12, the higher the smaller and the slower */
    public function pack(CData $bytes, int $length, int $level): Packed
    {
        $compressor = $this->compressors[$level] ??= $this->ffi->libdeflate_alloc_compressor($level);
        $room = $this->ffi->libdeflate_deflate_compress_bound($compressor, $length);
        if ($room > $this->room || null === $this->out) {
            $this->out = $this->zlib->new("unsigned char[$room]");
            $this->room = $room;
        }
        $packed = $this->ffi->libdeflate_deflate_compress($compressor, $bytes, $length, $this->out, $room);
        $adler = $this->ffi->libdeflate_adler32(1, $bytes, $length);

        return new Packed($this->open($this->out, $packed), $adler, $length);
    }

    /** The stream with its last block no longer final, ended on a byte boundary by an empty block. */
    private function open(CData $out, int $length): string
    {
        $stream = $this->stream;
        $this->zlib->inflateReset(\FFI::addr($stream));
        $stream->next_in = \FFI::addr($out[0]);
        $stream->avail_in = $length;
        $stream->avail_out = 0;
        // The first block begins with the first bit.
        [$byte, $bit] = [0, 0];
        do {
            if (0 === $stream->avail_out) {
                $stream->next_out = \FFI::addr($this->looked[0]);
                $stream->avail_out = self::LOOKED_AT;
            }
            if (0 !== $this->zlib->inflate(\FFI::addr($stream), self::BLOCK)) {
                throw new RenderException(new Message('render.pdf_broken'));
            }
            $unused = $stream->data_type & self::BITS;
            if (self::BETWEEN === ($stream->data_type & (self::BETWEEN | self::LAST))) {
                $at = $length - $stream->avail_in;
                [$byte, $bit] = 0 === $unused ? [$at, 0] : [$at - 1, 8 - $unused];
            }
        } while ((self::BETWEEN | self::LAST) !== ($stream->data_type & (self::BETWEEN | self::LAST)));
        $out[$byte] = $out[$byte] & ~(1 << $bit);

        return \FFI::string($out, max(0, $length)) . ($unused < self::EMPTY_BITS ? "\0" : '') . self::EMPTY;
    }
}
