<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Graphics\Contrast;
use Morphea\Core\Design\Model\CodeLayer;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Model\TextStyle;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\EmptyRule;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Codes\CodeEncoder;
use Morphea\Core\Rendering\Codes\CodeException;
use Morphea\Core\Rendering\Codes\Symbol;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\ModulesItem;
use Morphea\Core\Rendering\Drawing\Paint;
use Morphea\Core\Rendering\Drawing\RectangleItem;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternFiller;

/**
 * Lays out a code for one row: fills the pattern, encodes it, and aligns the modules to whole dots where there is room,
 * so that edges are sharp.
 */
final readonly class CodeLayouter
{
    /** Of the frame's height, for the words under a barcode. */
    private const WORDS = 0.18;
    private const FONT = 'IBM Plex Mono';

    public function __construct(private TextLayouter $texts)
    {
    }

    public function lay(CodeLayer $layer, ?Record $row, string $locale, float $dpi): Laid
    {
        $filled = null === $row ? null : (new PatternFiller($locale))->fill($layer->pattern, $row->cells, $row->monthFirst);
        $text = $filled->text ?? $this->sample($layer);
        if (null !== $filled && ($filled->empty || ([] === $filled->problems && '' === trim($text)))) {
            return new Laid([], $this->facts($layer, '', true, null, 0.0, $dpi));
        }
        if (null !== $filled && [] !== $filled->problems) {
            return new Laid([], $this->facts($layer, $text, false, $filled->problems[0], 0.0, $dpi));
        }
        try {
            $symbol = CodeEncoder::encode($layer->code, $text, $layer->correction);
        } catch (CodeException $e) {
            return new Laid([], $this->facts($layer, $text, false, $e->says(), 0.0, $dpi));
        }
        [$items, $module] = $symbol->isBars() ? $this->bars($layer, $symbol, $locale) : $this->modules($layer, $symbol);
        $ground =
            null === $layer->ground
                ? []
                : [
                    new RectangleItem(
                        $layer->frame->x,
                        $layer->frame->y,
                        $layer->frame->width,
                        $layer->frame->height,
                        0.0,
                        new Paint($layer->ground),
                    ),
                ];

        return new Laid([...$ground, ...$items], $this->facts($layer, $text, false, null, $module, $dpi));
    }

    /** Without rows: the text with column keys in place of values, or any number. */
    private function sample(CodeLayer $layer): string
    {
        if ([] === $layer->columns()) {
            return (new PatternFiller('en'))->fill($layer->pattern, [])->text;
        }

        return $layer->code->sample();
    }

    /** @return array{list<Item>, float} */
    private function modules(CodeLayer $layer, Symbol $symbol): array
    {
        $frame = $layer->frame;
        $quiet = $symbol->quietBefore + $symbol->quietAfter;
        $module = self::whole(min($frame->width / ($symbol->width() + $quiet), $frame->height / ($symbol->height() + $quiet)));
        $x = $frame->centreX() - ($symbol->width() * $module) / 2;
        $y = $frame->centreY() - ($symbol->height() * $module) / 2;
        $high = $module * $symbol->aspect;

        return [[new ModulesItem(round($x), round($y), $module, $high, $symbol->rows, $layer->colour)], $module];
    }

    /** @return array{list<Item>, float} */
    private function bars(CodeLayer $layer, Symbol $symbol, string $locale): array
    {
        $frame = $layer->frame;
        $module = self::whole($frame->width / ($symbol->width() + $symbol->quietBefore + $symbol->quietAfter));
        $wordsHeight = $layer->words ? $frame->height * self::WORDS : 0.0;
        $width = $symbol->width() * $module;
        $x = round($frame->centreX() - ($width + ($symbol->quietAfter - $symbol->quietBefore) * $module) / 2);
        $items = [new ModulesItem($x, $frame->y, $module, $frame->height - $wordsHeight, $symbol->rows, $layer->colour)];
        if ($layer->words) {
            $below = new Frame($x, $frame->y + $frame->height - $wordsHeight, $width, $wordsHeight);
            $style = new TextStyle(self::FONT, 400, false, $wordsHeight * 0.95, $layer->colour, Align::Centre);
            $words = new TextLayer(
                $layer->id,
                $layer->name,
                $below,
                opacity: 1.0,
                locked: false,
                hidden: false,
                content: Content::plain(Pattern::parse(Pattern::quote($symbol->words))),
                style: $style,
                fit: FitRule::shrink(1.0),
                empty: EmptyRule::hide(),
            );
            array_push($items, ...$this->texts->lay($words, null, $locale)->items);
        }

        return [$items, $module];
    }

    /** Modules of a whole number of dots are all equally wide as pixels. */
    private static function whole(float $module): float
    {
        return $module >= 1 ? floor($module + 1e-9) : $module;
    }

    private function facts(CodeLayer $layer, string $text, bool $empty, Message|string|null $problem, float $module, float $dpi): CodeFacts
    {
        return new CodeFacts(
            $layer->id,
            $layer->name,
            $layer->isPlaceholder(),
            $text,
            $empty,
            $problem,
            $module,
            CodeEncoder::leastModule($layer->code, $dpi),
            null === $layer->ground ? null : Contrast::ratio($layer->colour, $layer->ground),
            $dpi,
        );
    }
}
