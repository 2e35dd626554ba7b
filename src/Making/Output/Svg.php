<?php

declare(strict_types=1);

namespace Morphea\App\Making\Output;

use Morphea\App\Making\Drawn;
use Morphea\App\Making\Page;
use Morphea\Core\Drawing\PictureContents;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Template\Template;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** An SVG for each side, with its pictures in it. */
#[AsTaggedItem(priority: 10)]
final readonly class Svg extends OfSides
{
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

    public function stretch(): int
    {
        return 100;
    }

    public function size(Template $template, float $bleed): string
    {
        return $template->size();
    }

    public function pages(Drawn $piece, PictureContents $pictures, bool $bleed): array
    {
        return Sides::pages($piece, $pictures, $bleed, SvgSize::Pixels);
    }

    public function files(array $pages, ?\Closure $stopped = null): array
    {
        return array_map(static fn (Page $page): string => $page->svg, $pages);
    }
}
