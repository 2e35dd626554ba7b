<?php

declare(strict_types=1);

namespace Morphea\App\Runs\PrintSheets;

use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Language\Language;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Context\OpenProject;
use Morphea\Core\Message;
use Morphea\Core\Output\PrintSheets\DieDrawing;
use Morphea\Core\Output\PrintSheets\DieLine;
use Morphea\Core\Output\PrintSheets\Face;
use Morphea\Core\Output\PrintSheets\Place;
use Morphea\Core\Output\PrintSheets\SheetDrawing;
use Morphea\Core\Output\PrintSheets\SheetFaces;
use Morphea\Core\Output\PrintSheets\SheetPlan;
use Morphea\Core\Output\PrintSheets\SheetRows;
use Morphea\Core\Output\PrintSheets\Spot;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Table\Data\Record;

/**
 * A print sheet as it will be printed, as a small picture: true pieces, marks and dimensions. In SVG, one unit per
 * millimetre.
 */
final readonly class SheetPicture
{
    /** Millimetres round the paper, for measures; shares of the paper's longer side. */
    private const ROUND = 0.075;
    private const LETTERS = 0.0165;
    /** Pieces drawn for real, and seconds in which; what is over is a number in a frame. */
    private const MOST = 120;
    private const SECONDS = 1.0;

    public function __construct(private Words $words)
    {
    }

    /**
     * @param list<Record> $rows    of all pieces
     * @param bool         $through the back is seen through the paper
     */
    public function draw(
        OpenProject $open,
        SheetPlan $plan,
        array $rows,
        Face $face,
        bool $through,
        string $title,
        SheetRows $rowsOf,
    ): string {
        $paper = $plan->said->paper;
        // What is printed is in the language of the design; what is said of the picture, in the reader's.
        $slug = fn (Face $of): string => $this->words->say(
            $rowsOf->slug($of, $plan, $title),
            Language::ofLocale($open->design->locale),
        );
        $label = new Message('sheets.picture', [
            'paper' => $paper->says(),
            'arrangement' => $plan->arrangement->says(),
            'rows' => $rowsOf->describe($face),
        ]);
        $round = self::ROUND * max($paper->width, $paper->height);
        $marks = new SheetDrawing($open->engine->layouter->texts, $plan);
        $svg = \sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" class="paper-svg" role="img" '
            . 'aria-label="%s" viewBox="%s">',
            htmlspecialchars($this->words->say($label), \ENT_XML1 | \ENT_QUOTES),
            implode(' ', array_map(self::number(...), [-$round, -$round, $paper->width + 2 * $round, $paper->height + 2 * $round])),
        );
        $svg .= \sprintf('<rect class="sheet-paper" width="%s" height="%s"/>', self::number($paper->width), self::number($paper->height));
        $svg .= $this->face($open, $plan, $rows, $face, $marks, $slug($face));
        if ($through) {
            // As it comes out of the printer, whose shift is set off.
            $faces = new SheetFaces($plan->arrangement, $plan->said->both, $plan->piece->pages);
            $behind = $faces->back($face->sheet, $plan->imposition->sheets[$face->sheet]);
            $back = $this->face($open, $plan, $rows, $behind, $marks, $slug($behind));
            $over = $plan->said->both->isSideways($paper)
                ? 'translate(' . self::number($paper->width) . ' 0) scale(-1 1)'
                : 'translate(0 ' . self::number($paper->height) . ') scale(1 -1)';
            $svg .= "<g opacity=\".45\" transform=\"$over\">$back</g>";
        }

        return $svg . $this->measures($plan) . '</svg>';
    }

    /**
     * The positions of labels on the first sheet, as shares of the picture, for marking used ones.
     *
     * @return list<array{left: float, top: float, width: float, height: float, gone: bool, before: bool}>
     */
    public function labels(SheetPlan $plan): array
    {
        $paper = $plan->said->paper;
        $round = self::ROUND * max($paper->width, $paper->height);
        $gone = array_flip($plan->said->used);

        return array_map(
            static fn (Bounds $box, int $place): array => [
                'left' => ($box->left + $round) / ($paper->width + 2 * $round) * 100,
                'top' => ($box->top + $round) / ($paper->height + 2 * $round) * 100,
                'width' => $box->width() / ($paper->width + 2 * $round) * 100,
                'height' => $box->height() / ($paper->height + 2 * $round) * 100,
                'gone' => isset($gone[$place]),
                'before' => $place < $plan->said->start - 1,
            ],
            self::boxes($plan),
            array_keys($plan->arrangement->places),
        );
    }

    /** @param list<Record> $rows */
    private function face(OpenProject $open, SheetPlan $plan, array $rows, Face $face, SheetDrawing $marks, string $slug): string
    {
        $svg = '';
        foreach (self::boxes($plan) as $box) {
            $svg .= self::rectangle($box, 'sheet-label', $plan->arrangement->corner);
        }
        $until = Time::precise() + self::SECONDS;
        $here = $plan->imposition->again[$face->sheet];
        $pieces = $plan->imposition->sheets[$face->sheet];
        foreach ($face->spots as $i => $spot) {
            $row = $rows[$plan->copies->piece($spot->piece)];
            $svg .= $i < self::MOST && Time::precise() < $until
                ? $this->piece($open, $plan, $row, $spot, ($face->isBack ? 'b' : 'f') . $i)
                : self::numbered($spot->place->cut, (string) $row->number);
            if (isset($here[array_keys($pieces)[$i] ?? -1])) {
                $svg .= self::rectangle($spot->place->cut, 'sheet-again');
            }
        }
        foreach ($plan->everywhere($face->isBack)->spots as $place => $spot) {
            if (!isset($pieces[$place])) {
                $svg .= self::rectangle($spot->place->cut, 'sheet-empty');
            }
        }
        if (DieLine::None !== $plan->said->die && !$face->isBack) {
            $svg .= $this->dies($open, $plan);
        }
        $drawn = $marks->draw($face, $slug);

        return $svg . self::nested($open->still($drawn), 0, 0, $plan->said->paper->width, $plan->said->paper->height);
    }

    private function piece(OpenProject $open, SheetPlan $plan, Record $row, Spot $spot, string $id): string
    {
        $design = $open->design;
        $page = min($spot->page, \count($design->pages) - 1);
        $edge = $plan->said->bleed ? $design->bleed : 0.0;
        $svg = $open->still($open->shown($row, $page), $edge);
        $bleed = $plan->piece->bleed;
        [$width, $height] = [$plan->piece->width + 2 * $bleed, $plan->piece->height + 2 * $bleed];

        return self::placed($spot->place, self::nested($svg, -$width / 2, -$height / 2, $width, $height), $id);
    }

    private function dies(OpenProject $open, SheetPlan $plan): string
    {
        $design = $open->design;
        $die = $open->still(DieDrawing::of($design, $open->lay(null, aids: true)->drawing, $plan->said->dieColour));
        $inside = self::nested($die, -$plan->piece->width / 2, -$plan->piece->height / 2, $plan->piece->width, $plan->piece->height);

        return implode('', array_map(static fn (Place $place): string => self::placed($place, $inside, ''), $plan->arrangement->places));
    }

    /** Places a drawing whose centre is at 0; clipped to its visible part if it has a clip path. */
    private static function placed(Place $place, string $svg, string $id): string
    {
        $cut = $place->cut;
        $at = \sprintf(
            'translate(%s %s) rotate(%d)',
            self::number(($cut->left + $cut->right) / 2),
            self::number(($cut->top + $cut->bottom) / 2),
            $place->turn,
        );
        if ('' === $id) {
            return "<g transform=\"$at\">$svg</g>";
        }
        $box = self::rectangle($place->printed());

        return "<clipPath id=\"spot-$id\">$box</clipPath><g clip-path=\"url(#spot-$id)\"><g transform=\"$at\">$svg</g></g>";
    }

    private static function nested(string $svg, float $x, float $y, float $width, float $height): string
    {
        return (string) preg_replace(
            '/^<svg /',
            \sprintf('<svg x="%s" y="%s" width="%s" height="%s" ', ...array_map(self::number(...), [$x, $y, $width, $height])),
            $svg,
        );
    }

    /** @return list<Bounds> of labels, or none */
    private static function boxes(SheetPlan $plan): array
    {
        $labels = $plan->said->labels;

        return null === $labels ? [] : array_map(static fn (Place $place): Bounds => Bounds::of(
            $labels->left + $place->column * $labels->across,
            $labels->top + $place->row * $labels->down,
            $labels->width,
            $labels->height,
        ), $plan->arrangement->places);
    }

    private function measures(SheetPlan $plan): string
    {
        $paper = $plan->said->paper;
        $unit = self::LETTERS * max($paper->width, $paper->height);
        $out = 1.9 * $unit;
        $first = $plan->arrangement->places[0]->cut;
        $svg = self::level(0, $paper->width, -$out, $unit, true) . self::upright(0, $paper->height, -$out, $unit, true);
        $svg .= self::level($first->left, $first->right, $paper->height + $out, $unit, false);
        $svg .= self::upright($first->top, $first->bottom, $paper->width + $out, $unit, false);
        if ($plan->said->margin > 0 && null === $plan->said->labels) {
            $svg .= self::rectangle(Bounds::of(0, 0, $paper->width, $paper->height)->grown(-$plan->said->margin), 'sheet-margin');
        }
        $next = $plan->arrangement->places[1]->cut ?? null;
        if (null !== $next && $next->left - $first->right > 0.05 && abs($next->top - $first->top) < 0.05) {
            $svg .= self::level($first->right, $next->left, $paper->height + $out, $unit, false);
        }

        return $svg;
    }

    private static function level(float $from, float $to, float $y, float $unit, bool $above): string
    {
        $tick = 0.5 * $unit;

        return \sprintf(
            '<path class="measure" d="M%1$s %3$sv%4$sM%2$s %3$sv%4$sM%1$s %5$sH%2$s"/><text class="measure-words" x="%6$s" y="%7$s" '
            . 'font-size="%8$s">%9$s</text>',
            self::number($from),
            self::number($to),
            self::number($y - $tick),
            self::number(2 * $tick),
            self::number($y),
            self::number(($from + $to) / 2),
            self::number($above ? $y - 0.6 * $unit : $y + 1.5 * $unit),
            self::number($unit),
            self::mm($to - $from),
        );
    }

    private static function upright(float $from, float $to, float $x, float $unit, bool $before): string
    {
        $tick = 0.5 * $unit;
        [$middle, $at] = [($from + $to) / 2, $before ? $x - 0.6 * $unit : $x + 1.5 * $unit];

        return \sprintf(
            '<path class="measure" d="M%3$s %1$sh%4$sM%3$s %2$sh%4$sM%5$s %1$sV%2$s"/><text class="measure-words" '
            . 'transform="translate(%6$s %7$s) rotate(-90)" font-size="%8$s">%9$s</text>',
            self::number($from),
            self::number($to),
            self::number($x - $tick),
            self::number(2 * $tick),
            self::number($x),
            self::number($at),
            self::number($middle),
            self::number($unit),
            self::mm($to - $from),
        );
    }

    private static function numbered(Bounds $box, string $number): string
    {
        return self::rectangle($box, 'sheet-numbered') . \sprintf(
            '<text class="measure-words" x="%s" y="%s" font-size="%s">%s</text>',
            self::number(($box->left + $box->right) / 2),
            self::number(($box->top + $box->bottom) / 2),
            self::number(min($box->height(), $box->width()) / 3),
            $number,
        );
    }

    private static function rectangle(Bounds $box, string $class = '', float $corner = 0.0): string
    {
        return \sprintf(
            '<rect%s x="%s" y="%s" width="%s" height="%s"%s/>',
            '' === $class ? '' : " class=\"$class\"",
            self::number($box->left),
            self::number($box->top),
            self::number($box->width()),
            self::number($box->height()),
            $corner > 0 ? ' rx="' . self::number($corner) . '"' : '',
        );
    }

    private static function mm(float $millimetres): string
    {
        return self::number(round($millimetres, 1));
    }

    private static function number(float $number): string
    {
        return rtrim(rtrim(\sprintf('%.3F', $number), '0'), '.');
    }
}
