<?php

declare(strict_types=1);

namespace Morphea\Core\Tests;

use Morphea\Core\Data\Record;
use Morphea\Core\Drawing\Drawing;
use Morphea\Core\Drawing\Picture;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Drawing\SvgWriter;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Layout\Layouter;
use Morphea\Core\Layout\TextLayouter;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Proof\Finding;
use Morphea\Core\Proof\Inspected;
use Morphea\Core\Proof\Proof;
use Morphea\Core\Template\Align;
use Morphea\Core\Template\Content;
use Morphea\Core\Template\EmptyRule;
use Morphea\Core\Template\FitRule;
use Morphea\Core\Template\Frame;
use Morphea\Core\Template\Layer;
use Morphea\Core\Template\Side;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TextLayer;
use Morphea\Core\Template\TextStyle;
use Morphea\Core\Template\Time\Stay;
use Morphea\Core\Template\Unit;
use Morphea\Core\Type\FontBook;
use Morphea\Core\Type\Inline;
use Morphea\Core\Type\Shaper;
use Morphea\Core\Type\StyledText;

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

    public static function template(Layer ...$layers): Template
    {
        return new Template('Mending certificate', 1200, 800, 96, Unit::Pixel, 'en_GB', [
            new Side('Front', '#FFFFFF', array_values($layers)),
        ]);
    }

    /** @param array<string, string> $cells */
    public static function laid(Template $template, array $cells, ?Pictures $pictures = null): LaidOut
    {
        return (new Layouter(new TextLayouter(self::shaper())))->lay(
            $template,
            new Record(1, $cells),
            $pictures ?? self::noPictures(),
        );
    }

    /**
     * @param array<string, string> $cells
     *
     * @return list<Finding>
     */
    public static function findings(Template $template, array $cells, ?Pictures $pictures = null): array
    {
        return (new Proof())->of(new Inspected($template, self::laid($template, $cells, $pictures)));
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
