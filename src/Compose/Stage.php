<?php

declare(strict_types=1);

namespace Morphea\App\Compose;

use Morphea\App\Entity\Project;
use Morphea\App\Entity\Revision;
use Morphea\App\Rows\SharedSizes;
use Morphea\App\Storage\PictureStore;
use Morphea\Core\Data\Row;
use Morphea\Core\Drawing\SvgSize;
use Morphea\Core\Drawing\SvgWriter;
use Morphea\Core\Layout\LaidOut;
use Morphea\Core\Layout\Layouter;
use Morphea\Core\Template\TemplateCodec;

/** A project's side as pages show it: the same layout and SVG as everywhere, with pictures by their address. */
final readonly class Stage
{
    public function __construct(private Layouter $layouter, private PictureStore $pictures, private SharedSizes $sizes)
    {
    }

    public function lay(Project $project, ?Row $row): LaidOut
    {
        return $this->layouter->lay($project->template(), $row, $this->pictures->linked($project), $this->sizes->of($project));
    }

    public function svg(Project $project, LaidOut $laid): string
    {
        return (new SvgWriter($this->pictures->linked($project)))->write($laid->drawing, SvgSize::Free);
    }

    /** Small and still: without the layers' ids, so that many can stand on one page. */
    public function thumbnail(Project $project, ?Row $row): string
    {
        return $this->still($this->svg($project, $this->lay($project, $row)));
    }

    /** An earlier version of the template, small and still. */
    public function version(Project $project, Revision $revision, ?Row $row): string
    {
        $pictures = $this->pictures->linked($project);

        return $this->still((new SvgWriter($pictures))->write($this->layouter->lay((new TemplateCodec())->decode($revision->template()), $row, $pictures)->drawing, SvgSize::Free));
    }

    private function still(string $svg): string
    {
        return (string) preg_replace(['/ id="layer-[^"]*"/', '/^<svg /'], ['', '<svg aria-hidden="true" focusable="false" '], $svg);
    }
}
