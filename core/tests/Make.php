<?php

declare(strict_types=1);

namespace Morphea\Core\Tests;

use Morphea\Core\Checks\Inspected;
use Morphea\Core\Checks\Proof;
use Morphea\Core\Checks\Warning;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\FitRule;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\Page;
use Morphea\Core\Design\Model\Stay;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Model\TextStyle;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Design\Styles\Align;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\EmptyRule;
use Morphea\Core\Rendering\Drawing\Drawing;
use Morphea\Core\Rendering\Drawing\Picture;
use Morphea\Core\Rendering\Drawing\SvgSize;
use Morphea\Core\Rendering\Drawing\SvgWriter;
use Morphea\Core\Rendering\Layout\LaidOut;
use Morphea\Core\Rendering\Layout\Layouter;
use Morphea\Core\Rendering\Layout\TextLayouter;
use Morphea\Core\Rendering\Text\FontBook;
use Morphea\Core\Rendering\Text\Inline;
use Morphea\Core\Rendering\Text\Shaper;
use Morphea\Core\Rendering\Text\StyledText;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Patterns\Pattern;

/** Small things the specifications need, made in one line. */
final class Make
{
    private static ?Shaper $shaper = null;

    public static function shaper(): Shaper
    {
        return self::$shaper ??= new Shaper(self::fonts());
    }

    public static function words(string $text, ?TextStyle $style = null): StyledText
    {
        return StyledText::plain($text, Inline::of($style ?? self::style()));
    }

    public static function fonts(): FontBook
    {
        return FontBook::fromFolder(\dirname(__DIR__, 2) . '/fonts', '/nowhere');
    }

    public static function style(
        float $size = 100,
        string $family = 'Lora',
        float $lineHeight = 1.2,
        float $letterSpacing = 0.0,
        Align $align = Align::Left,
        string $colour = '#17211E',
    ): TextStyle {
        return new TextStyle(
            $family,
            400,
            false,
            $size,
            $colour,
            $align,
            lineHeight: $lineHeight,
            letterSpacing: $letterSpacing,
        );
    }

    public static function text(
        string $pattern,
        ?FitRule $fit = null,
        ?EmptyRule $empty = null,
        ?Frame $frame = null,
        ?TextStyle $style = null,
        string $id = 'recipient',
        ?Stay $stay = null,
    ): TextLayer {
        return new TextLayer(
            $id,
            ucfirst($id),
            $frame ?? new Frame(0, 0, 1000, 200),
            1,
            false,
            false,
            Content::plain(Pattern::parse($pattern)),
            $style ?? self::style(),
            $fit ?? FitRule::keep(),
            $empty ?? EmptyRule::hide(),
            stay: $stay,
        );
    }

    public static function design(Layer ...$layers): Design
    {
        return new Design('Mending certificate', 1200, 800, 96, Unit::Pixel, 'en_GB', [
            new Page('Front', '#FFFFFF', array_values($layers)),
        ]);
    }

    /** @param array<string, string> $cells */
    public static function laid(Design $design, array $cells, ?Pictures $pictures = null): LaidOut
    {
        return (new Layouter(new TextLayouter(self::shaper())))->lay(
            $design,
            new Record(1, $cells),
            $pictures ?? self::noPictures(),
        );
    }

    /**
     * @param array<string, string> $cells
     *
     * @return list<Warning>
     */
    public static function warnings(Design $design, array $cells, ?Pictures $pictures = null): array
    {
        return (new Proof())->check(new Inspected($design, self::laid($design, $cells, $pictures)));
    }

    public static function svg(Drawing $drawing, SvgSize $size = SvgSize::Pixels, ?Pictures $pictures = null): string
    {
        return (new SvgWriter($pictures ?? self::noPictures(), $size))->write($drawing);
    }

    /** A project with one small picture. */
    public static function noPictures(): Pictures
    {
        return new Pictures(self::photo('seal.png', 10, 10));
    }

    public static function photo(string $name, float $width, float $height, float $x = 0.5, float $y = 0.5): Picture
    {
        return new Picture($name, hash('sha256', $name), $width, $height, false, $x, $y);
    }

    public static function drawing(string $name, float $width, float $height): Picture
    {
        return new Picture($name, hash('sha256', $name), $width, $height, true);
    }
}
