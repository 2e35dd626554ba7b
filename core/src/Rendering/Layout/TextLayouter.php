<?php

declare(strict_types=1);

namespace Morphea\Core\Rendering\Layout;

use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\FitMode;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Drawing\Bounds;
use Morphea\Core\Rendering\Drawing\Item;
use Morphea\Core\Rendering\Drawing\TextItem;
use Morphea\Core\Rendering\Drawing\Within;
use Morphea\Core\Rendering\Text\FittedLine;
use Morphea\Core\Rendering\Text\FittedText;
use Morphea\Core\Rendering\Text\Inline;
use Morphea\Core\Rendering\Text\Shaper;
use Morphea\Core\Rendering\Text\StyledText;
use Morphea\Core\Rendering\Text\TextFitter;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\EmptyParts;
use Morphea\Core\Table\Patterns\Fragment;
use Morphea\Core\Table\Patterns\PatternFiller;

/** Lays out one text layer for one row: fill the pattern, apply the rules for empty columns, fit, place the lines. */
final class TextLayouter
{
    /** Letters of one text that are laid out; more is nobody's text but a cell gone wrong, and would hold everybody up. */
    public const MOST_LETTERS = 5_000;
    /** How far letters may stand out of their frame before anybody sees it, in em. */
    private const HARDLY = 0.08;

    private readonly TextFitter $fitter;
    private readonly LinePlacer $placer;
    /** @var array<string, PatternFiller> by locale */
    private array $fillers = [];

    public function __construct(private readonly Shaper $shaper)
    {
        $this->fitter = new TextFitter($shaper);
        $this->placer = new LinePlacer($shaper);
    }

    /**
     * @param float|null $even the size that all rows share, for a layer whose rule is even
     */
    public function lay(TextLayer $layer, ?Record $row, string $locale, ?float $even = null): Laid
    {
        [$pieces, $empty, $problems] = $this->fill($layer->content, $row, $locale);
        if (null === $row && null !== $layer->sample) {
            $pieces = [new Fragment($layer->sample, false)];
        }
        if ($empty) {
            $pieces = [new Fragment($layer->empty->words ?? '', false)];
        }
        $letters =
            array_sum(array_map(static fn (Fragment $piece): int => \strlen($piece->text), $pieces)) > self::MOST_LETTERS
                ? array_sum(array_map(static fn (Fragment $piece): int => (int) mb_strlen($piece->text, 'UTF-8'), $pieces))
                : 0;
        $tooMany = $letters > self::MOST_LETTERS ? $letters : null;
        $text = $this->style(null === $tooMany ? $pieces : self::cut($pieces), $layer);
        if ('' === trim($text->text())) {
            return new Laid([], $this->facts($layer, '', null, false, $empty, $problems, $tooMany));
        }
        $fitted = $this->fitter->fit(
            $text,
            $layer->style,
            $layer->frame->width,
            $layer->frame->height,
            $layer->fit,
            $locale,
            $even,
        );

        $items = $this->placer->place($fitted, $layer);

        return new Laid(
            $items,
            $this->facts($layer, $text->text(), $fitted, self::isOverset($fitted, $layer, $items), $empty, $problems, $tooMany),
        );
    }

    /**
     * Whether text visibly exceeds its frame, by the ink of its letters, since the boxes of fonts are larger. Text that
     * no row changes and that keeps its size was placed by eye.
     *
     * @param list<Item> $items
     */
    private static function isOverset(FittedText $fitted, TextLayer $layer, array $items): bool
    {
        if (!$fitted->overset || (FitMode::Keep === $layer->fit->mode && !$layer->isPlaceholder())) {
            return false;
        }
        if (FitMode::Keep !== $layer->fit->mode && \count($fitted->lines) > $layer->fit->maxLines) {
            return true;
        }
        $letters = array_filter(
            Within::letters($items, shadows: false),
            static fn (TextItem $item): bool => 0.0 === $item->strokeWidth && '' !== trim($item->text),
        );
        $frame = $layer->frame;
        // Lines on an arc leave their frame above and below, as they are meant to.
        $room = (0.0 === $layer->arc
            ? Bounds::of($frame->x, $frame->y, $frame->width, $frame->height)
            : new Bounds($frame->x, -\INF, $frame->x + $frame->width, \INF))->grown(self::HARDLY * $fitted->size);

        return [] !== array_filter($letters, static fn (TextItem $item): bool => !$room->holds($item->bounds()));
    }

    /** Only the facts about how it comes out in a row. */
    public function measure(TextLayer $layer, ?Record $row, string $locale, ?float $even = null): TextFacts
    {
        $facts = $this->lay($layer, $row, $locale, $even)->facts;
        \assert($facts instanceof TextFacts);

        return $facts;
    }

    /** The width of text in a text's style, in em. */
    public function length(TextLayer $layer, string $words): float
    {
        return $this->shaper->line($this->style([new Fragment(mb_substr($words, 0, self::MOST_LETTERS, 'UTF-8'), true)], $layer))->width;
    }

    /**
     * @return array{list<Fragment>, bool, list<Message>} pieces that remember in which part of the content they stand;
     * whether all columns are empty; problems
     */
    private function fill(Content $content, ?Record $row, string $locale): array
    {
        $filler = $this->fillers[$locale] ??= new PatternFiller($locale);
        $all = [];
        $problems = [];
        $empty = null !== $row && [] !== $content->pattern->columns();
        foreach ($content->parts as $i => $part) {
            if (null === $row) {
                $pieces = $filler->keys($part->pattern);
            } else {
                [$pieces, $partEmpty, $partProblems] = $filler->pieces($part->pattern, $row->cells, $row->monthFirst);
                $empty = $empty && ($partEmpty || [] === $part->pattern->columns());
                array_push($problems, ...$partProblems);
            }
            array_push($all, ...array_map(static fn (Fragment $piece): Fragment => $piece->inStyle($i), $pieces));
        }

        return [$empty ? $all : EmptyParts::close($all), $empty, $empty ? [] : array_values(array_unique($problems, \SORT_REGULAR))];
    }

    /**
     * Composed characters, one kind of line break and no tabs, as fonts and line breaking expect.
     *
     * @param list<Fragment> $pieces
     */
    private function style(array $pieces, TextLayer $layer): StyledText
    {
        $inlines = [];
        $styled = [];
        foreach ($pieces as $piece) {
            $text = strtr($piece->text, ["\r\n" => "\n", "\r" => "\n", "\u{2028}" => "\n", "\t" => ' ']);
            $text = $layer->style->case->apply(\Normalizer::normalize($text) ?: $text);
            $inline = $inlines[$piece->style] ??= Inline::of($layer->style, $layer->content->parts[$piece->style]->mark);
            $last = array_key_last($styled);
            if (null !== $last && $styled[$last][1] === $inline) {
                $styled[$last][0] .= $text;
            } elseif ('' !== $text) {
                $styled[] = [$text, $inline];
            }
        }
        if ([] !== $styled) {
            $styled[0][0] = ltrim($styled[0][0], "\n");
            $last = \count($styled) - 1;
            $styled[$last][0] = rtrim($styled[$last][0], "\n");
        }

        return new StyledText(array_values(array_filter($styled, static fn (array $piece): bool => '' !== $piece[0])));
    }

    /**
     * The first characters of a text, never cutting one in half.
     *
     * @param list<Fragment> $pieces
     *
     * @return list<Fragment>
     */
    private static function cut(array $pieces): array
    {
        $left = self::MOST_LETTERS;
        $cut = [];
        foreach ($pieces as $piece) {
            $letters = (int) mb_strlen($piece->text, 'UTF-8');
            if ($letters > $left) {
                $beginning = mb_substr($piece->text, 0, $left, 'UTF-8');
                $cut[] = $piece->withText(
                    grapheme_extract($beginning, max(0, $left - 1), \GRAPHEME_EXTR_MAXCHARS) ?: $beginning,
                );
                break;
            }
            $cut[] = $piece;
            $left -= $letters;
        }

        return $cut;
    }

    /** @param list<Message> $problems */
    private function facts(
        TextLayer $layer,
        string $text,
        ?FittedText $fitted,
        bool $overset,
        bool $empty,
        array $problems,
        ?int $tooMany = null,
    ): TextFacts {
        $lines = $fitted->lines ?? [];
        $gather = static fn (\Closure $what): array => array_values(
            array_unique(array_merge(...array_map(static fn (FittedLine $line): array => $what($line->shaped), $lines))),
        );

        return new TextFacts(
            $layer->id,
            $layer->name,
            $layer->isPlaceholder(),
            $text,
            $fitted->size ?? 0.0,
            $layer->style->size,
            \count($lines),
            $overset,
            $empty,
            $problems,
            $gather(static fn ($line): array => $line->missing),
            $gather(static fn ($line): array => $line->standIns),
            $this->shaper->fonts->has($layer->style->family) ? null : $layer->style->family,
            $tooMany,
            $fitted->width ?? 0.0,
            $layer->frame->width,
            array_sum(array_map(static fn (FittedLine $line): float => $line->shaped->width, $lines)),
        );
    }
}
