<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Files;

/**
 * A ZIP of uncompressed files (PKWARE APPNOTE 6.3, 4.3) whose layout is known before any file is read, so that its
 * length can be stated and any range of it sent. Above 4 GB it uses Zip64.
 */
final class StoredZip
{
    private const LOCAL = 0x04034b50;
    private const CENTRAL = 0x02014b50;
    private const END = 0x06054b50;
    private const END_64 = 0x06064b50;
    private const LOCATOR_64 = 0x07064b50;
    private const UTF8 = 0x0800;
    private const VERSION = 20;
    private const VERSION_64 = 45;
    private const MOST = 0xffffffff;
    private const MANY = 0xffff;
    /** Everything at noon on the first day that ZIPs know, or on the day they are given. */
    private const NOON = 12 << 11;
    private const CHUNK = 1 << 18;

    /** @var list<array{int, string|\Closure(): resource}> length, and bytes or where they come from */
    private array $parts = [];
    private int $length = 0;

    /**
     * @param iterable<array{name: string, bytes: int, crc: int, open: \Closure(): resource}> $files
     */
    public function __construct(iterable $files, \DateTimeImmutable $day)
    {
        $date = (max(0, (int) $day->format('Y') - 1980) << 9) | ((int) $day->format('n') << 5) | (int) $day->format('j');
        $central = '';
        $count = 0;
        foreach ($files as $file) {
            $at = $this->length;
            [$size, $name] = [$file['bytes'], $file['name']];
            $large = $size >= self::MOST;
            $facts = pack('vvvvV', self::UTF8, 0, self::NOON, $date, $file['crc'] & self::MOST);
            $extra = $large ? pack('vvPP', 1, 16, $size, $size) : '';
            $sizes = $large ? pack('VV', self::MOST, self::MOST) : pack('VV', $size, $size);
            $version = $large ? self::VERSION_64 : self::VERSION;
            $this->add(pack('Vv', self::LOCAL, $version) . $facts . $sizes . pack('vv', \strlen($name), \strlen($extra)) . $name . $extra);
            $this->parts[] = [$size, $file['open']];
            $this->length += $size;
            $more = $large ? pack('PP', $size, $size) : '';
            $far = $at >= self::MOST;
            $more .= $far ? pack('P', $at) : '';
            $more = '' === $more ? '' : pack('vv', 1, \strlen($more)) . $more;
            $central .= pack('Vvv', self::CENTRAL, self::VERSION_64, $far ? self::VERSION_64 : $version) . $facts . $sizes
                . pack('vvvvvVV', \strlen($name), \strlen($more), 0, 0, 0, 0, $far ? self::MOST : $at) . $name . $more;
            ++$count;
        }
        $start = $this->length;
        $size = \strlen($central);
        $end = '';
        if ($start >= self::MOST || $count >= self::MANY) {
            $end = pack('VPvvVVPPPP', self::END_64, 44, self::VERSION_64, self::VERSION_64, 0, 0, $count, $count, $size, $start)
                . pack('VVPV', self::LOCATOR_64, 0, $start + $size, 1);
        }
        $end .= pack(
            'VvvvvVVv',
            self::END,
            0,
            0,
            min($count, self::MANY),
            min($count, self::MANY),
            min($size, self::MOST),
            min($start, self::MOST),
            0,
        );
        $this->add($central . $end);
    }

    public function length(): int
    {
        return $this->length;
    }

    /**
     * @param \Closure(string): void $write
     * @param int                    $from the first byte, `$to` the last
     */
    public function send(\Closure $write, int $from, int $to): void
    {
        $at = 0;
        foreach ($this->parts as [$length, $part]) {
            [$first, $last] = [max($from, $at) - $at, min($to, $at + $length - 1) - $at];
            $at += $length;
            if ($first > $last || 0 === $length) {
                continue;
            }
            \is_string($part) ? $write(substr($part, $first, $last - $first + 1)) : self::copy($part(), $write, $first, $last);
        }
    }

    private function add(string $bytes): void
    {
        $this->parts[] = [\strlen($bytes), $bytes];
        $this->length += \strlen($bytes);
    }

    /**
     * A part of a stream, which need not be seekable.
     *
     * @param resource               $stream
     * @param \Closure(string): void $write
     * @param int                    $first  byte, `$last` included
     */
    public static function copy($stream, \Closure $write, int $first, int $last): void
    {
        if ($first > 0 && -1 === @fseek($stream, $first)) {
            for ($left = $first; $left > 0 && !feof($stream);) {
                $left -= \strlen((string) fread($stream, min(self::CHUNK, $left)));
            }
        }
        for ($left = $last - $first + 1; $left > 0 && !feof($stream);) {
            $bytes = (string) fread($stream, min(self::CHUNK, $left));
            $write($bytes);
            $left -= \strlen($bytes);
        }
        fclose($stream);
    }
}
