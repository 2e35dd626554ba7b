<?php

declare(strict_types=1);

namespace Morphea\Core\Output\PrintSheets;

use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Model\TextStyle;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\EmptyRule;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\GroupItem;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Table\Patterns\Pattern;

/**
 * What is printed on a sheet besides pieces: marks, which are the same on all sheets, and the line that identifies the
 * sheet.
 */
final class SheetDrawing
{
    /** Dots are hundredths of a millimetre here, so that every paper has whole ones. */
    public const DPI = 2_540.0;
    public const DOTS = 100.0;
    private const FAMILY = 'IBM Plex Sans';
    /** Dots: letters of the slug line, and its height. */
    private const LETTERS = 230.0;
    private const LINE = 350.0;
    private const COLOUR = '#17211E';

    /** @var array<int, GroupItem> by whether it is the back */
    private array $marks = [];

    public function __construct(private readonly TextLayouter $texts, private readonly SheetPlan $plan)
    {
    }

    /** @param string $slug what its slug line says, where it has one */
    public function draw(Face $face, string $slug): Drawing
    {
        $groups = [$this->marks[(int) $face->isBack] ??= self::group('marks', $this->items($face->isBack), false)];
        if ($this->plan->said->marks(SheetMark::Slug)) {
            $groups[] = self::group('slug', $this->slug($slug), true);
        }

        return self::paper($this->plan->said->paper, $groups);
    }

    /** @param list<GroupItem> $groups */
    public static function paper(Paper $paper, array $groups): Drawing
    {
        return new Drawing(
            (int) round($paper->width * self::DOTS),
            (int) round($paper->height * self::DOTS),
            self::DPI,
            null,
            $groups,
        );
    }

    /** @param list<Item> $items */
    public static function group(string $name, array $items, bool $varies): GroupItem
    {
        return new GroupItem($name, $items, opacity: 1.0, rotation: 0.0, centreX: 0.0, centreY: 0.0, varies: $varies);
    }

    /**
     * Small text.
     *
     * @param float $x dots, as all here; `$y` the top of the line
     *
     * @return list<Item>
     */
    public static function words(
        TextLayouter $texts,
        string $words,
        float $x,
        float $y,
        float $width,
        float $size = self::LETTERS,
        Align $align = Align::Left,
    ): array {
        return $texts->lay(new TextLayer(
            'words',
            'Words',
            new Frame($x, $y, max(1.0, $width), $size * 1.6, 0),
            opacity: 1.0,
            locked: true,
            hidden: false,
            content: Content::plain(Pattern::parse('')),
            style: new TextStyle(self::FAMILY, 400, false, $size, self::COLOUR, $align),
            fit: FitRule::keep(),
            empty: EmptyRule::hide(),
            sample: $words,
        ), null, 'en')->items;
    }

    /** @return list<Item> */
    private function items(bool $isBack): array
    {
        $places = array_map(static fn (Spot $spot): Place => $spot->place, $this->plan->everywhere($isBack)->spots);

        return [] === $places ? [] : (new MarkLines($places, $this->plan->piece, $this->plan->said, $isBack))->items();
    }

    /** @return list<Item> */
    private function slug(string $words): array
    {
        $said = $this->plan->said;
        $margin = $said->margin * self::DOTS;

        return self::words(
            $this->texts,
            mb_strimwidth($words, 0, 200, '…', 'UTF-8'),
            $margin,
            $said->paper->height * self::DOTS - $margin - self::LINE,
            $said->paper->width * self::DOTS - 2 * $margin,
        );
    }
}
