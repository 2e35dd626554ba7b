<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Checks;

use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\PdfWriter;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Language\Words;
use Morphea\Core\Checks\Severity;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\PictureContents;

/**
 * Small pieces on paper with row numbers and warnings, for others to check.
 *
 * @phpstan-type Shown array{number: int, name: string, pages: list<Drawing>, warnings: list<Warning>}
 */
final readonly class ContactSheet
{
    /** Points. */
    public const PAPERS = ['A4' => [595.28, 841.89], 'Letter' => [612.0, 792.0]];
    private const MARGIN = 36.0;
    private const GAP = 14.0;
    private const ACROSS = 3;
    /** Points that number, name and warnings take up under a piece; letters of a line there. */
    private const WORDS = 46.0;
    private const LETTERS = 42;
    private const NAME = 33;
    /** Pixels of the longer side of a piece: as many as 200 dpi need. */
    private const EDGE = 480;
    private const QUALITY = 88;

    public function __construct(private Renderer $renderer, private PdfWriter $writer, private Words $words)
    {
    }

    /**
     * @param iterable<Shown> $pieces
     * @param PictureContents $pictures with their bytes
     * @param string          $paper    one of PAPERS
     *
     * @return string the PDF
     */
    public function write(string $title, iterable $pieces, PictureContents $pictures, string $paper): string
    {
        [$width, $height] = self::PAPERS[$paper];
        $wide = ($width - 2 * self::MARGIN - (self::ACROSS - 1) * self::GAP) / self::ACROSS;
        $pages = [];
        $cells = [];
        $down = 0;
        foreach ($pieces as $piece) {
            // As many rows as there is room for, by the shape of the first.
            $first = $piece['pages'][0];
            $high = min($wide, $wide * $first->height / $first->width / \count($piece['pages']));
            $down = $down > 0 ? $down : max(1, (int) floor(($height - 2 * self::MARGIN - 24) / ($high + self::WORDS + self::GAP)));
            $place = \count($cells);
            $x = self::MARGIN + ($place % self::ACROSS) * ($wide + self::GAP);
            $y = self::MARGIN + 24 + intdiv($place, self::ACROSS) * ($high + self::WORDS + self::GAP);
            $cells[] = $this->piece($pictures, $piece, $x, $y, $wide, $high);
            if (\count($cells) === self::ACROSS * $down) {
                $pages[] = self::page($title, \count($pages) + 1, $cells, $width, $height);
                $cells = [];
            }
        }
        if ([] !== $cells || [] === $pages) {
            $pages[] = self::page($title, \count($pages) + 1, $cells, $width, $height);
        }

        return $this->writer->write($pages);
    }

    /** @param Shown $piece */
    private function piece(PictureContents $pictures, array $piece, float $x, float $y, float $wide, float $high): string
    {
        $cell = '';
        $each = $wide / \count($piece['pages']);
        foreach ($piece['pages'] as $i => $page) {
            $scale = min($each / $page->width, $high / $page->height);
            [$left, $width, $height] = [$x + $i * $each, $page->width * $scale, $page->height * $scale];
            $box = \sprintf('x="%.2F" y="%.2F" width="%.2F" height="%.2F"', $left, $y, $width, $height);
            try {
                $look = new Look(self::EDGE / max($page->width, $page->height), Edge::Cut, $page->background ?? '#FFFFFF');
                $jpeg = $this->renderer->page($page, $pictures, $look, [new PictureFormat(PictureKind::Jpeg, self::QUALITY)])[0];
                $cell .= "<image $box xlink:href=\"data:image/jpeg;base64," . base64_encode($jpeg) . '"/>';
            } catch (RenderException) {
                $cell .= self::text($x + 4, $y + 16, 8, $this->words->say(new Message('proof.sheet.not_drawn')), 400);
            }
            $cell .= "<rect $box fill=\"none\" stroke=\"#CBD2CE\" stroke-width=\"0.5\"/>";
        }
        $worth = array_values(array_filter($piece['warnings'], static fn (Warning $one): bool => Severity::Note !== $one->severity));
        $cell .= self::text($x, $y + $high + 11, 8.5, self::short("{$piece['number']}  {$piece['name']}", self::NAME), 600);
        $more = \count($worth) > 1 ? ' ' . $this->words->say(new Message('proof.card.more', ['count' => \count($worth) - 1])) : '';
        $lines = [] === $worth ? [$this->words->say(new Message('proof.card.no_warnings'))] : self::lines(
            $this->words->say($worth[0]->sentence) . $more,
        );
        foreach ($lines as $i => $line) {
            $cell .= self::text($x, $y + $high + 22 + 9.5 * $i, 7.5, $line, 400, [] === $worth ? '#3F7030' : '#8A5B00');
        }

        return $cell;
    }

    /** @return list<string> at most three lines */
    private static function lines(string $words): array
    {
        $lines = explode("\n", wordwrap($words, self::LETTERS, "\n", false));

        $some = \count($lines) > 3 ? [$lines[0], $lines[1], $lines[2] . ' …'] : $lines;

        return array_map(static fn (string $line): string => self::short($line), $some);
    }

    private static function short(string $words, int $letters = self::LETTERS + 4): string
    {
        return mb_strimwidth($words, 0, $letters, '…', 'UTF-8');
    }

    private static function text(float $x, float $y, float $size, string $words, int $weight, string $colour = '#17211E'): string
    {
        return \sprintf(
            '<text x="%.2F" y="%.2F" font-family="IBM Plex Sans" font-size="%.1F" font-weight="%d" fill="%s">%s</text>',
            $x,
            $y,
            $size,
            $weight,
            $colour,
            htmlspecialchars((string) preg_replace('/[\x00-\x1F\x7F]/u', ' ', $words), \ENT_XML1 | \ENT_QUOTES, 'UTF-8'),
        );
    }

    /** @param list<string> $cells */
    private static function page(string $title, int $number, array $cells, float $width, float $height): string
    {
        return \sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="%.2Fpt" height="%.2Fpt" '
            . 'viewBox="0 0 %1$.2F %2$.2F">%s%s%s</svg>',
            $width,
            $height,
            self::text(self::MARGIN, self::MARGIN + 6, 11, self::short($title), 600),
            self::text($width - self::MARGIN - 40, self::MARGIN + 6, 8.5, "page $number", 400, '#5A6662'),
            implode('', $cells),
        );
    }
}
