<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\App\Platform\Files\NoSpaceException;

/**
 * The objects of a PDF while it is written: those without a stream are compressed together by the hundred, and so is the
 * cross-reference table (ISO 32000-1, 7.5.7 and 7.5.8). Thousands of pages take a third of the space.
 */
final class PdfObjects
{
    private const HEAD = "%PDF-1.5\n%\xB5\xED\xAE\xFB\n";
    /** Objects that are packed together. */
    private const TOGETHER = 100;
    private const LEVEL = 6;

    private int $place = 0;
    /** @var array<int, string> objects that wait for others, by number */
    private array $waiting = [];
    /** @var array<int, array{int, int}> where each is: at an offset, or in which stream of objects and as which of them */
    private array $table = [];
    /** @var array<int, true> numbers of those that are in a stream of objects */
    private array $within = [];
    private int $streams = 0;
    /** @var list<int> offsets of the streams of objects */
    private array $offsets = [];

    /**
     * @param resource $out
     * @param int      $size one more than the highest number of an object
     */
    public function __construct(private $out, private readonly int $size)
    {
        $this->write(self::HEAD);
    }

    /** @param string $object with its number before it and its end behind it */
    public function add(int $number, string $object): void
    {
        if (str_contains(substr($object, 0, 4_000), "stream\n")) {
            $this->table[$number] = [$this->place, 0];
            $this->write($object);

            return;
        }
        $this->waiting[$number] = trim((string) preg_replace('~^\s*\d+ 0 obj\s*|\s*endobj\s*$~', '', $object));
        if (\count($this->waiting) >= self::TOGETHER) {
            $this->pack();
        }
    }

    /** @param string $trailer as the file had it */
    public function end(string $trailer): void
    {
        $this->pack();
        $all = $this->size + $this->streams + 1;
        $bytes = pack('CJn', 0, 0, 0xffff);
        for ($number = 1; $number < $this->size; ++$number) {
            [$where, $which] = $this->table[$number] ?? [0, 0];
            $bytes .= match (true) {
                !isset($this->table[$number]) => pack('CJn', 0, 0, 0),
                isset($this->within[$number]) => pack('CJn', 2, $this->size + $where, $which),
                default => pack('CJn', 1, $where, 0),
            };
        }
        foreach ($this->offsets as $offset) {
            $bytes .= pack('CJn', 1, $offset, 0);
        }
        $start = $this->place;
        $bytes .= pack('CJn', 1, $start, 0);
        $root = 1 === preg_match('~/Root \d+ 0 R~', $trailer, $found) ? $found[0] : '';
        $info = 1 === preg_match('~/Info \d+ 0 R~', $trailer, $found) ? $found[0] : '';
        $this->stream($all - 1, "/Type /XRef /Size $all /W [ 1 8 2 ] $root $info", $bytes);
        $this->write("startxref\n$start\n%%EOF\n");
    }

    private function pack(): void
    {
        if ([] === $this->waiting) {
            return;
        }
        $head = $body = '';
        $which = 0;
        foreach ($this->waiting as $number => $object) {
            $head .= "$number " . \strlen($body) . ' ';
            $body .= "$object\n";
            $this->table[$number] = [$this->streams, $which++];
            $this->within[$number] = true;
        }
        $count = \count($this->waiting);
        $this->waiting = [];
        $this->offsets[] = $this->place;
        $this->stream($this->size + $this->streams, "/Type /ObjStm /N $count /First " . \strlen($head), $head . $body);
        ++$this->streams;
    }

    /** @param string $says entries of its dictionary */
    public function stream(int $number, string $says, string $bytes): void
    {
        $this->table[$number] ??= [$this->place, 0];
        $packed = (string) gzcompress($bytes, self::LEVEL);
        $head = "$number 0 obj\n<< $says /Length " . \strlen($packed) . " /Filter /FlateDecode >>\nstream\n";
        $this->write("$head$packed\nendstream\nendobj\n");
    }

    private function write(string $bytes): void
    {
        if (\strlen($bytes) !== @fwrite($this->out, $bytes)) {
            throw new NoSpaceException('There is no room left to write the PDF.');
        }
        $this->place += \strlen($bytes);
    }
}
