<?php

declare(strict_types=1);

namespace Morphea\App\Render\Cairo;

use Morphea\App\Render\Look;
use Morphea\App\Render\RenderError;
use Morphea\App\Storage\NoRoom;
use Morphea\Core\Drawing\Drawing;

/**
 * What cairo cannot say in a PDF: where pages are cut, their language, that its colours are sRGB; and that what all rows
 * have alike, drawn on a page of its own, comes in place of the pictures that stand for it, as a form (ISO 32000-1,
 * 8.10). The file is read and written object by object, so that thousands of pages take no more memory than one.
 */
final class PaperFinish
{
    private const POINTS = 72;
    /** A picture of one grey pixel (ITU-T T.81), but for a comment that comes after its first two bytes. */
    private const PIXEL = 'ffdb004300ffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffff' .
        'ffffffffffffffffffffffffffffffffffffffffffffffc0000b080001000101011100ffc40014000100000000000000000000000000000003' .
        'ffc40014100100000000000000000000000000000000ffda0008010100003f0037ffd9';
    private const MARK = 'morphea-stands-for-page-';
    /** Letters in which an object says what it is. */
    private const HEAD = 1_500;

    /** @var array<int, true> pages that others show, by number */
    private array $shown = [];
    /** @var array<int, array{trim: string, bleed: string}> boxes of pages, by number */
    private array $boxes = [];
    /** @var array{trim: string, bleed: string}|null the last ones said: most pages have the same */
    private ?array $last = null;

    /** @param string $profile ICC.1, of sRGB */
    public function __construct(private readonly string $path, private readonly string $language, private readonly string $profile)
    {
    }

    /** A picture that stands for what is on a page, which is no page any more then. */
    public function standIn(int $page): string
    {
        $this->shown[$page] = true;
        $comment = self::MARK . $page;

        return "\xff\xd8\xff\xfe" . pack('n', \strlen($comment) + 2) . $comment . hex2bin(self::PIXEL);
    }

    public function page(int $page, Drawing $side, Look $look): void
    {
        $whole = $look->whole($side);
        $point = self::POINTS / $side->dpi;
        $box = static fn (float $edge): string => \sprintf(
            '[ %s %s %s %s ]',
            ...array_map(
                static fn (float $dots): string => rtrim(rtrim(\sprintf('%.4F', $dots * $point), '0'), '.'),
                [$edge, $edge, $whole->width() - $edge, $whole->height() - $edge],
            ),
        );
        $outside = $look->edge->of($side);
        $boxes = ['trim' => $box($outside), 'bleed' => $box(max(0.0, $outside - $side->bleed))];
        // Thousands of pages that are alike are remembered as one.
        $this->last = $boxes === $this->last ? $this->last : $boxes;
        $this->boxes[$page] = $this->last;
    }

    /** @throws RenderError|NoRoom */
    public function finish(): void
    {
        $in = fopen($this->path, 'r') ?: throw new RenderError('The PDF cannot be read again.');
        $out = @fopen("$this->path.new", 'w') ?: throw new NoRoom('There is no room left to write the PDF.');
        [$offsets, $trailer, $start] = self::table($in);
        $pages = $this->pages($in, $offsets, $start);
        $profile = max(0, ...array_keys($offsets)) + 1;
        $file = new PdfObjects($out, $profile + 1);
        foreach (self::spans($offsets, $start) as $number => [$from, $length]) {
            fseek($in, $from);
            $object = $this->changed($number, (string) fread($in, max(1, $length)), $pages, $profile);
            if (null !== $object) {
                $file->add($number, $object);
            }
        }
        $file->stream($profile, '/N 3', $this->profile);
        $file->end($trailer);
        fclose($in);
        if (!fclose($out) || !rename("$this->path.new", $this->path)) {
            throw new NoRoom('There is no room left to write the PDF.');
        }
    }

    /**
     * @param resource $in
     *
     * @return array{array<int, int>, string, int} offsets of objects by number, the trailer, where the table begins
     */
    private static function table($in): array
    {
        fseek($in, -64, \SEEK_END);
        if (1 !== preg_match('/startxref\s+(\d+)\s+%%EOF\s*$/', (string) stream_get_contents($in), $found)) {
            throw new NoRoom('The PDF was not written to its end: there is no room left.');
        }
        fseek($in, (int) $found[1]);
        $table = (string) stream_get_contents($in);
        $end = strpos($table, 'trailer');
        if (false === $end || 1 !== preg_match('/^xref\s+0 (\d+)\s+/', $table, $head)) {
            throw new RenderError('The PDF is not as expected.');
        }
        $offsets = [];
        for ($number = 1, $count = (int) $head[1]; $number < $count; ++$number) {
            $line = substr($table, \strlen($head[0]) + 20 * $number, 18);
            if ('n' === $line[17]) {
                $offsets[$number] = (int) substr($line, 0, 10);
            }
        }
        $trailer = substr($table, $end, (int) strpos($table, 'startxref') - $end);

        return [$offsets, $trailer, (int) $found[1]];
    }

    /**
     * @param array<int, int> $offsets
     *
     * @return array<int, array{int, int}> where each object begins and how long it is, in the order of the file
     */
    private static function spans(array $offsets, int $end): array
    {
        asort($offsets);
        $numbers = array_keys($offsets);
        $spans = [];
        foreach ($numbers as $i => $number) {
            $next = $offsets[$numbers[$i + 1] ?? 0] ?? $end;
            $spans[$number] = [$offsets[$number], $next - $offsets[$number]];
        }

        return $spans;
    }

    /**
     * Pages that are shown by others, with what they hold.
     *
     * @param resource        $in
     * @param array<int, int> $offsets
     *
     * @return array<int, array{object: int, content: string, resources: string, width: float, height: float}> by number
     */
    private function pages($in, array $offsets, int $end): array
    {
        $pages = [];
        $spans = self::spans($offsets, $end);
        foreach ([] === $this->shown ? [] : $spans as $number => [$from]) {
            fseek($in, $from);
            $head = (string) fread($in, self::HEAD);
            if (1 !== preg_match('~^\d+ 0 obj\s+<< /Type /Page % (\d+)\s(.*?)>>\s+endobj~s', $head, $found)) {
                continue;
            }
            if (!isset($this->shown[(int) $found[1]])) {
                continue;
            }
            [$start, $length] = $spans[(int) self::said('~/Contents (\d+) 0 R~', $found[2])];
            fseek($in, $start);
            $pages[(int) $found[1]] = [
                'object' => $number,
                'content' => (string) fread($in, max(1, $length)),
                'resources' => self::said('~/Resources (\d+) 0 R~', $found[2]),
                'width' => (float) self::said('~/MediaBox \[ 0 0 ([\d.]+) ~', $found[2]),
                'height' => (float) self::said('~/MediaBox \[ 0 0 [\d.]+ ([\d.]+) ~', $found[2]),
            ];
        }

        return $pages;
    }

    /**
     * @param array<int, array{object: int, content: string, resources: string, width: float, height: float}> $pages
     * @param int $profile number of the object that the colours' profile is
     *
     * @return string|null null of what is not there any more
     */
    private function changed(int $number, string $object, array $pages, int $profile): ?string
    {
        $head = substr($object, 0, self::HEAD);
        if (1 === preg_match('~^\d+ 0 obj\s+<< /Type /Page % (\d+)\s~', $head, $found)) {
            $page = (int) $found[1];
            $boxes = $this->boxes[$page] ?? ['trim' => '', 'bleed' => ''];
            $more = "$1\n      /BleedBox {$boxes['bleed']}\n      /TrimBox {$boxes['trim']}";

            return isset($pages[$page]) ? null : preg_replace('~(/MediaBox \[[^\]]*\])~', $more, $object, 1);
        }
        if (1 === preg_match('~^\d+ 0 obj\s+<< /Type /Pages\s~', $head)) {
            return $this->tree($object, $pages);
        }
        if (1 === preg_match('~^\d+ 0 obj\s+<< /Type /Catalog\s~', $head)) {
            $more = "\n   /Lang (" . preg_replace('/[^A-Za-z0-9-]/', '', $this->language) . ')' .
                "\n   /ViewerPreferences << /DisplayDocTitle true >>" .
                // ISO 32000-1, 14.11.5: what its colours are meant for.
                "\n   /OutputIntents [ << /Type /OutputIntent /S /GTS_PDFA1 /OutputConditionIdentifier (sRGB)" .
                " /RegistryName (http://www.color.org) /Info (sRGB IEC61966-2.1) /DestOutputProfile $profile 0 R >> ]";

            return preg_replace('~/Type /Catalog~', "/Type /Catalog$more", $object, 1);
        }
        $marked = str_contains($head, '/Subtype /Image') ? strpos($head, self::MARK) : false;
        if (false !== $marked) {
            return self::form($number, $pages[(int) substr($head, $marked + \strlen(self::MARK), 12)]);
        }

        return $object;
    }

    /** @param array{object: int, content: string, resources: string, width: float, height: float} $page */
    private static function form(int $number, array $page): string
    {
        $number = \sprintf(
            "%d 0 obj\n<< /Type /XObject /Subtype /Form /BBox [ 0 0 %s %s ] /Matrix [ %.10F 0 0 %.10F 0 0 ] /Resources %s 0 R\n   ",
            $number,
            $page['width'],
            $page['height'],
            1 / $page['width'],
            1 / $page['height'],
            $page['resources'],
        );

        return (string) preg_replace('~^\d+ 0 obj\s+<< ~', $number, $page['content'], 1);
    }

    /** @param array<int, array{object: int, content: string, resources: string, width: float, height: float}> $pages */
    private function tree(string $object, array $pages): string
    {
        $gone = array_column($pages, 'object', 'object');
        $kept = 0;
        $object = (string) preg_replace_callback(
            '~(\d+) 0 R ~',
            static function (array $found) use ($gone, &$kept): string {
                if (isset($gone[(int) $found[1]])) {
                    return '';
                }
                ++$kept;

                return $found[0];
            },
            $object,
        );

        return (string) preg_replace('~/Count \d+~', "/Count $kept", $object, 1);
    }

    private static function said(string $pattern, string $object): string
    {
        return 1 === preg_match($pattern, $object, $found) && isset($found[1])
            ? $found[1]
            : throw new RenderError('The PDF is not as expected.');
    }
}
