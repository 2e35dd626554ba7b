<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Engine\Import\FontFile;
use Morphea\App\Engine\Import\MorpheaArchive;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Render\OwnFont;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Assets\PictureFiles;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Rendering\Text\FontBook;

/** A project as a self-contained .morphea file, with its pictures and its owner's fonts. */
final readonly class ProjectFile
{
    public function __construct(
        private MorpheaArchive $archive,
        private PictureStore $pictures,
        private PictureFiles $files,
        private FontStore $fonts,
        private TableRows $rows,
        private FontBook $book,
        private TouchUpStore $hands,
    ) {
    }

    /** @return string path of a file of its own, to be deleted by who asked for it */
    public function write(Project $project, bool $rows, ?ProgressReporter $report = null): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'morphea');
        try {
            $this->archive->write(
                $path,
                $project->design(),
                $this->pictures($project, $report),
                $rows && $project->rowCount() > 0 ? $this->rows->table($project) : null,
                $this->fonts($project),
                $this->hands->all($project),
            );
        } catch (\Throwable $e) {
            unlink($path);
            throw $e;
        }

        return $path;
    }

    /** @return \Generator<int, PictureFile> */
    private function pictures(Project $project, ?ProgressReporter $report): \Generator
    {
        $all = $this->pictures->all($project);
        foreach ($all as $i => $asset) {
            $report?->done($i, \count($all));
            yield $this->files->file($asset);
        }
    }

    /** @return \Generator<int, FontFile> those that the design is set in */
    private function fonts(Project $project): \Generator
    {
        $families = $project->design()->families();
        foreach ($this->fonts->all($project->owner()) as $font) {
            if (\in_array(OwnFont::name($font->family(), $this->book), $families, true)) {
                yield new FontFile(
                    $font->family(),
                    $font->weight(),
                    $font->isItalic(),
                    $font->licence,
                    $font->ending(),
                    $this->fonts->bytes($font),
                );
            }
        }
    }
}
