<?php

declare(strict_types=1);

namespace Morphea\App\Making\Output;

use Morphea\App\Making\Drawn;
use Morphea\App\Making\Page;
use Morphea\Core\Drawing\PictureContents;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Drawing\SvgWriter;
use Morphea\Core\Naming\SafeName;
use Morphea\Core\Template\Side;
use Morphea\Core\Template\Template;

/** What outputs have in common: the sides of a piece as pages, and the names of files that hold one side each. */
final readonly class Sides
{
    private const POINTS = 72;

    /** @return non-empty-list<Page> */
    public static function pages(Drawn $piece, PictureContents $pictures, bool $bleed, SvgSize $size): array
    {
        $writer = new SvgWriter($pictures, $size);
        $pages = [];
        foreach ($piece->sides as $side) {
            $drawing = $side->drawing;
            $pages[] = new Page(
                $writer->write($drawing, $bleed ? $drawing->bleed : 0.0),
                $drawing->dpi,
                $bleed ? ($drawing->bleed / $drawing->dpi) * self::POINTS : 0.0,
                null !== $drawing->background,
            );
        }

        return $pages;
    }

    /** @return non-empty-list<string> an ending for each side; with its name where there are more than one */
    public static function endings(Template $template, string $ending): array
    {
        if (1 === \count($template->sides)) {
            return [".$ending"];
        }
        $names = array_map(
            static fn (Side $side): string => mb_strtolower(SafeName::of($side->name), 'UTF-8'),
            $template->sides,
        );
        $distinct = \count(array_unique($names)) === \count($names) && !\in_array('', $names, true);

        return array_map(
            static fn (string $name, int $i): string => '-' . ($distinct ? $name : $i + 1) . ".$ending",
            $names,
            array_keys($names),
        );
    }
}
