<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Render\Cairo;

use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Engine\Render\Request\SpotInk;
use Morphea\App\Platform\Files\NoSpaceException;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;

/**
 * Adds what cairo cannot write to a PDF: page boxes, language, and an sRGB output intent; and replaces placeholder
 * pictures by what all rows have in common, drawn on a page of its own, as a form XObject (ISO 32000-1, 8.10). The file
 * is processed object by object, so that thousands of pages take no more memory than one.
 *
 * @phpstan-type PageObject array{object: int, from: int, length: int, resources: string, shows: string, width: float, height: float}
 */
final class PaperFinish
{
    /** A picture of one grey pixel (ITU-T T.81), but for a comment that comes after its first two bytes. */
    private const PIXEL = 'ffdb004300ffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffff' .
        'ffffffffffffffffffffffffffffffffffffffffffffffc0000b080001000101011100ffc40014000100000000000000000000000000000003' .
        'ffc40014100100000000000000000000000000000000ffda0008010100003f0037ffd9';
    private const MARK = 'morphea-stands-for-page-';
    /** Letters in which an object says what it is. */
    private const HEAD = 1_500;

    /** @var array<int, array{layer: string, ink: SpotInk|null}> pages that others show, by number */
    private array $shown = [];
    /** @var array<string, int> numbers of the objects that layers are, by name */
    private array $layers = [];
    /** @var array<int, array{trim: string, bleed: string}> boxes of pages, by number */
    private array $boxes = [];
    /** @var array{trim: string, bleed: string}|null the last ones said: most pages have the same */
    private ?array $last = null;

    /** @param string $profile ICC.1, of sRGB */
    public function __construct(private readonly string $path, private readonly string $language, private readonly string $profile)
    {
    }

    /**
     * A picture that stands for the content of a page, which then is no longer a page.
     *
     * @param string $layer  it is on, which can be switched off; empty for none
     * @param SpotInk|null $ink of its own; null where it has the colours it is drawn in
     */
    public function standIn(int $page, string $layer = '', ?SpotInk $ink = null): string
    {
        $this->shown[$page] = ['layer' => $layer, 'ink' => $ink];
        $comment = self::MARK . $page;

        return "\xff\xd8\xff\xfe" . pack('n', \strlen($comment) + 2) . $comment . hex2bin(self::PIXEL);
    }

    /**
     * @param Bounds $trim   points from the top left of the page
     * @param float  $height points
     */
    public function page(int $page, Bounds $trim, Bounds $bleed, float $height): void
    {
        $box = static fn (Bounds $box): string => \sprintf(
            '[ %s %s %s %s ]',
            ...array_map(
                static fn (float $points): string => rtrim(rtrim(\sprintf('%.4F', $points), '0'), '.'),
                [$box->left, $height - $box->bottom, $box->right, $height - $box->top],
            ),
        );
        $boxes = ['trim' => $box($trim), 'bleed' => $box($bleed)];
        // Thousands of pages that are alike are remembered as one.
        $this->last = $boxes === $this->last ? $this->last : $boxes;
        $this->boxes[$page] = $this->last;
    }

    /** @throws RenderException|NoSpaceException */
    public function finish(): void
    {
        $in = fopen($this->path, 'r') ?: throw new RenderException(new Message('render.pdf_broken'));
        $out = @fopen("$this->path.new", 'w') ?: throw new NoSpaceException('There is no room left to write the PDF.');
        [$offsets, $trailer, $start] = self::table($in);
        $pages = $this->pages($in, $offsets, $start);
        $profile = max(0, ...array_keys($offsets)) + 1;
        $this->layers = $this->layers($profile);
        $file = new PdfObjects($out, $profile + 1 + \count($this->layers));
        foreach (self::spans($offsets, $start) as $number => [$from, $length]) {
            fseek($in, $from);
            $object = $this->changed($number, (string) fread($in, max(1, $length)), $pages, $profile, $in);
            if (null !== $object) {
                $file->add($number, $object);
            }
        }
        $file->stream($profile, '/N 3', $this->profile);
        foreach ($this->layers as $name => $number) {
            $file->add($number, "$number 0 obj\n<< /Type /OCG /Name " . self::text((string) $name) . " >>\nendobj\n");
        }
        $file->end($trailer);
        fclose($in);
        if (!fclose($out) || !rename("$this->path.new", $this->path)) {
            throw new NoSpaceException('There is no room left to write the PDF.');
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
            throw new NoSpaceException('The PDF was not written to its end: there is no room left.');
        }
        fseek($in, (int) $found[1]);
        $table = (string) stream_get_contents($in);
        $end = strpos($table, 'trailer');
        if (false === $end || 1 !== preg_match('/^xref\s+0 (\d+)\s+/', $table, $head)) {
            throw new RenderException(new Message('render.pdf_broken'));
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
     * Pages that are shown by others, with their content.
     *
     * @param resource        $in
     * @param array<int, int> $offsets
     *
     * @return array<int, PageObject> by number
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
            $resources = self::said('~/Resources (\d+) 0 R~', $found[2]);
            $pages[(int) $found[1]] = [
                'object' => $number,
                'from' => $start,
                'length' => $length,
                'resources' => $resources,
                'shows' => null === $this->shown[(int) $found[1]]['ink'] ? '' : self::dictionary($in, ...$spans[(int) $resources]),
                'width' => (float) self::said('~/MediaBox \[ 0 0 ([\d.]+) ~', $found[2]),
                'height' => (float) self::said('~/MediaBox \[ 0 0 [\d.]+ ([\d.]+) ~', $found[2]),
            ];
        }

        return $pages;
    }

    /** @return array<string, int> */
    private function layers(int $after): array
    {
        $names = array_values(array_diff(array_unique(array_column($this->shown, 'layer')), ['']));

        return array_combine($names, array_map(static fn (int $i): int => $after + 1 + $i, array_keys($names)));
    }

    /**
     * @param array<int, PageObject> $pages
     * @param int                    $profile number of the object that the colours' profile is
     * @param resource               $in
     *
     * @return string|null null of what is not there any more
     */
    private function changed(int $number, string $object, array $pages, int $profile, $in): ?string
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
                " /RegistryName (http://www.color.org) /Info (sRGB IEC61966-2.1) /DestOutputProfile $profile 0 R >> ]" .
                $this->saysLayers();

            return preg_replace('~/Type /Catalog~', "/Type /Catalog$more", $object, 1);
        }
        $marked = str_contains($head, '/Subtype /Image') ? strpos($head, self::MARK) : false;
        if (false !== $marked) {
            $page = (int) substr($head, $marked + \strlen(self::MARK), 12);
            fseek($in, $pages[$page]['from']);

            return $this->form($number, $page, $pages[$page], (string) fread($in, max(1, $pages[$page]['length'])));
        }

        return str_contains($head, '/XObject <<') && !str_contains($head, "stream\n") ? self::once($object) : $object;
    }

    /** A page lists a resource once, however often it shows it; cairo lists it each time. */
    private static function once(string $object): string
    {
        return (string) preg_replace_callback('~/XObject <<(.*?)>>~s', static function (array $found): string {
            preg_match_all('~/\S+ \d+ 0 R~', $found[1], $all);

            return '/XObject << ' . implode(' ', array_unique($all[0])) . ' >>';
        }, $object, 1);
    }

    /**
     * @param PageObject $page
     * @param string     $content the object that is drawn on it
     */
    private function form(int $number, int $shown, array $page, string $content): string
    {
        $says = $this->shown[$shown];
        $begin = \sprintf(
            "%d 0 obj\n<< /Type /XObject /Subtype /Form /BBox [ 0 0 %s %s ] /Matrix [ %.10F 0 0 %.10F 0 0 ]%s /Resources ",
            $number,
            $page['width'],
            $page['height'],
            1 / $page['width'],
            1 / $page['height'],
            '' === $says['layer'] ? '' : " /OC {$this->layers[$says['layer']]} 0 R",
        );

        return null === $says['ink']
            ? (string) preg_replace('~^\d+ 0 obj\s+<< ~', "$begin{$page['resources']} 0 R\n   ", $content, 1)
            : SpotColour::form($begin, $says['ink'], $page['shows'], $content);
    }

    /** In the catalogue: optional content groups (ISO 32000-1, 8.11.4). */
    private function saysLayers(): string
    {
        $all = implode(' ', array_map(static fn (int $number): string => "$number 0 R", $this->layers));

        return [] === $this->layers ? '' : "\n   /OCProperties << /OCGs [ $all ] /D << /ON [ $all ] /Order [ $all ] >> >>";
    }

    /** Text as a text string (ISO 32000-1, 7.9.2.2). */
    private static function text(string $words): string
    {
        return '<FEFF' . strtoupper(bin2hex(mb_convert_encoding($words, 'UTF-16BE', 'UTF-8'))) . '>';
    }

    /** @param array<int, PageObject> $pages */
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

    /** @param resource $in */
    private static function dictionary($in, int $from, int $length): string
    {
        fseek($in, $from);

        return self::said('~^\s*\d+ 0 obj\s*(<<.*>>)\s*endobj~s', (string) fread($in, max(1, $length)));
    }

    private static function said(string $pattern, string $object): string
    {
        return 1 === preg_match($pattern, $object, $found) && isset($found[1])
            ? $found[1]
            : throw new RenderException(new Message('render.pdf_broken'));
    }
}
