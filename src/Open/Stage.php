<?php

declare(strict_types=1);

namespace Morphea\App\Open;

use Morphea\App\Entity\Project;
use Morphea\App\Entity\Revision;
use Morphea\App\Fonts\FontStore;
use Morphea\App\Pictures\PictureStore;
use Morphea\Core\Data\Row;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Drawing\SvgWriter;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Template\TemplateCodec;

/** A project's sides as pages show them: the same layout and SVG as everywhere, with pictures by their address. */
final readonly class Stage
{
    public function __construct(private FontStore $fonts, private PictureStore $pictures, private SharedSizes $sizes)
    {
    }

    /** @param bool $aids with backdrops and die lines */
    public function lay(Project $project, ?Row $row, int $side = 0, bool $aids = false): LaidOut
    {
        return $this->fonts
            ->engine($project->owner())
            ->layouter->lay(
                $project->template(),
                $row,
                $this->pictures->linked($project),
                $this->sizes->of($project),
                $side,
                $aids,
            );
    }

    /** With all of the bleed, for working on it. */
    public function svg(Project $project, LaidOut $laid): string
    {
        return (new SvgWriter($this->pictures->linked($project)))->write($laid->drawing, SvgSize::Free, true);
    }

    /** Small and still: without the layers' ids, so that many can stand on one page. */
    public function thumbnail(Project $project, ?Row $row, int $side = 0): string
    {
        return self::still(
            (new SvgWriter($this->pictures->linked($project)))->write(
                $this->lay($project, $row, $side)->drawing,
                SvgSize::Free,
            ),
        );
    }

    /** @return list<string> one a side */
    public function thumbnails(Project $project, ?Row $row): array
    {
        return array_map(
            fn (int $side): string => $this->thumbnail($project, $row, $side),
            array_keys($project->template()->sides),
        );
    }

    /** An earlier version of the template, small and still. */
    public function version(Project $project, Revision $revision, ?Row $row): string
    {
        $pictures = $this->pictures->linked($project);
        $layouter = $this->fonts->engine($project->owner())->layouter;

        return self::still(
            (new SvgWriter($pictures))->write(
                $layouter->lay((new TemplateCodec())->decode($revision->template()), $row, $pictures)->drawing,
                SvgSize::Free,
            ),
        );
    }

    private static function still(string $svg): string
    {
        return (string) preg_replace(
            ['/ id="layer-[^"]*"/', '/^<svg /'],
            ['', '<svg aria-hidden="true" focusable="false" '],
            $svg,
        );
    }
}
