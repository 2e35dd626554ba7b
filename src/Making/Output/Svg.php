<?php

declare(strict_types=1);

namespace Morphea\App\Making\Output;

use Morphea\App\Making\Drawn;
use Morphea\App\Making\Option;
use Morphea\App\Making\Output;
use Morphea\App\Making\Settings;
use Morphea\App\Render\FontSubsets;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Drawing\SvgWriter;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Template\Template;
use Morphea\Core\Type\LetterOutlines;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** An SVG for each side, with its pictures in it: letters as letters, their fonts in it too, or as outlines. */
#[AsTaggedItem(priority: 10)]
final readonly class Svg implements Output
{
    public function __construct(private FontSubsets $fonts)
    {
    }

    public static function id(): string
    {
        return 'svg';
    }

    public function label(): string
    {
        return 'SVG drawings';
    }

    public function isUsual(Template $template): bool
    {
        return false;
    }

    public function ending(): string
    {
        return 'svg';
    }

    public function options(): array
    {
        return [Option::Edge, Option::Ground, Option::SeeThrough, Option::Outlines, Option::Moment];
    }

    public function isBySide(): bool
    {
        return true;
    }

    public function size(Template $template, Settings $settings): string
    {
        return $template->size();
    }

    public function depends(Settings $settings): array
    {
        return [$settings->edge->value, $settings->ground, $settings->outlines];
    }

    public function files(Drawn $piece, Settings $settings, ?\Closure $stopped = null): array
    {
        $writer = new SvgWriter($piece->pictures, SvgSize::Pixels, $settings->outlines ? new LetterOutlines() : null);

        return array_map(function (LaidOut $side) use ($writer, $settings): string {
            $drawing = $side->drawing->on($settings->under($side->drawing->background));
            $svg = $writer->write($drawing, $settings->edge->of($drawing));

            return $settings->outlines ? $svg : $this->fonts->into($svg, $drawing);
        }, $settings->sides($piece->stills($settings->moment)));
    }
}
